module google.golang.org/protobuf

go 1.26.8
