module github.com/containerd/typeurl/v2

go 1.26.8
