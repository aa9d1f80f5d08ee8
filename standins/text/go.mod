module golang.org/x/text

go 1.26.8
