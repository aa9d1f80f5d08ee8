// Command composed prints what the compose library makes of an env file or of
// the services of a project, in JSON:
//
//	composed lines FILE
//	composed project FOLDER SERVICE
package main

import (
	"context"
	"encoding/json"
	"fmt"
	"os"

	"github.com/compose-spec/compose-go/v2/cli"
	"github.com/compose-spec/compose-go/v2/dotenv"
)

func main() {
	if err := run(os.Args[1:]); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func run(args []string) error {
	switch {
	case len(args) == 2 && args[0] == "lines":
		read, err := dotenv.ReadWithLookup(os.LookupEnv, args[1])
		if err != nil {
			return err
		}
		return json.NewEncoder(os.Stdout).Encode(read)
	case len(args) == 3 && args[0] == "project":
		options, err := cli.NewProjectOptions(nil, cli.WithWorkingDirectory(args[1]), cli.WithOsEnv, cli.WithEnvFiles(), cli.WithDotEnv, cli.WithConfigFileEnv, cli.WithDefaultConfigPath, cli.WithDefaultProfiles())
		if err != nil {
			return err
		}
		project, err := options.LoadProject(context.Background())
		if err != nil {
			return err
		}
		service, err := project.GetService(args[2])
		if err != nil {
			return err
		}
		values := map[string]string{}
		for name, value := range service.Environment { // in any order
			if value != nil {
				values[name] = *value
			}
		}
		return json.NewEncoder(os.Stdout).Encode(values)
	}
	return fmt.Errorf("usage: composed lines FILE | composed project FOLDER SERVICE")
}
