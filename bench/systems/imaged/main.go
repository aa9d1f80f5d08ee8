// Command imaged prints the environment of the image that a Dockerfile makes,
// as the builder's own library works it out, in JSON:
//
//	imaged FILE [NAME=VALUE …]   with build arguments
package main

import (
	"context"
	"encoding/json"
	"fmt"
	"os"
	"strings"

	"github.com/moby/buildkit/client/llb/sourceresolver"
	"github.com/moby/buildkit/frontend/dockerfile/dockerfile2llb"
	"github.com/moby/buildkit/frontend/dockerui"
	"github.com/moby/buildkit/solver/pb"
	"github.com/opencontainers/go-digest"
	ocispecs "github.com/opencontainers/image-spec/specs-go/v1"
)

// base says of every image that it sets nothing.
type base struct{}

func (base) ResolveImageConfig(_ context.Context, ref string, _ sourceresolver.Opt) (string, digest.Digest, []byte, error) {
	config, err := json.Marshal(ocispecs.Image{Platform: ocispecs.Platform{Architecture: "amd64", OS: "linux"}})
	return ref, digest.FromBytes(config), config, err
}

func (b base) ResolveSourceMetadata(ctx context.Context, op *pb.SourceOp, opt sourceresolver.Opt) (*sourceresolver.MetaResponse, error) {
	ref := strings.TrimPrefix(op.Identifier, "docker-image://")
	_, dgst, config, err := b.ResolveImageConfig(ctx, ref, opt)
	return &sourceresolver.MetaResponse{Op: op, Image: &sourceresolver.ResolveImageResponse{Digest: dgst, Config: config}}, err
}

func main() {
	if err := run(os.Args[1:]); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func run(args []string) error {
	if len(args) == 0 {
		return fmt.Errorf("usage: imaged FILE [NAME=VALUE …]")
	}
	src, err := os.ReadFile(args[0])
	if err != nil {
		return err
	}
	given := map[string]string{}
	for _, arg := range args[1:] {
		name, value, _ := strings.Cut(arg, "=")
		given[name] = value
	}
	made, err := dockerfile2llb.Dockerfile2LLB(context.Background(), src, dockerfile2llb.ConvertOpt{
		Config:         dockerui.Config{BuildArgs: given, BuildPlatforms: []ocispecs.Platform{{Architecture: "amd64", OS: "linux"}}},
		TargetPlatform: &ocispecs.Platform{Architecture: "amd64", OS: "linux"}, MetaResolver: base{},
	})
	if err != nil {
		return err
	}
	return json.NewEncoder(os.Stdout).Encode(made.Image.Config.Env)
}
