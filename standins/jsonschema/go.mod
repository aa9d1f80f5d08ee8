module github.com/santhosh-tekuri/jsonschema/v6

go 1.26.8

require golang.org/x/text v0.42.0
