package environment

import "testing"

// A workload runs the code that its image is built of, whatever the image is called, where a file of the tree says so.
func TestBuilt(t *testing.T) {
	const code = "-- requirements.txt --\nflask\n-- app.py --\n-- gate/requirements.txt --\n-- gate/app.py --\n"
	for _, c := range []struct{ name, tree, folder string }{
		{"a makefile", "-- Makefile --\nIMAGE := registry.example/lock/toll\nTAG ?= dev\nbuild:\n\tdocker build -t $(IMAGE):$(TAG) .\n", ""},
		{"a makefile of a folder", "-- gate/Makefile --\nbuild:\n\tpodman build --tag toll:1 .\n", "gate"},
		{"a script with lines that go on", "-- tools/build.sh --\ndocker buildx build \\\n  --platform linux/amd64 \\\n  --build-arg A=1 -t registry.example/toll gate\n", "gate"},
		{"a change of folder", "-- build.sh --\ncd gate && docker build -t toll .\n", "gate"},
		{"a Dockerfile of a component", "-- build.sh --\ndocker build -t toll -f gate/Dockerfile .\n", "gate"},
		{"a step of a workflow", "-- .github/workflows/ci.yml --\nenv:\n  NAME: lock/toll\njobs:\n  a:\n    steps:\n      - with:\n          context: ./gate\n          tags: registry.example/${{ env.NAME }}:${{ github.sha }}\n", "gate"},
		{"tags in a block", "-- .github/workflows/ci.yml --\n      - with:\n          context: .\n          tags: |\n            registry.example/toll:latest\n", ""},
		{"an artifact", "-- skaffold.yaml --\nbuild:\n  artifacts:\n    - image: registry.example/toll\n      context: gate\n", "gate"},
		{"an explanation", "-- README.md --\n    docker build -t toll .\n", ""},
		{"two of one name", "-- a.sh --\ndocker build -t toll .\n-- b.sh --\ndocker build -t toll gate\n", "none"},
		{"another image", "-- a.sh --\ndocker build -t other .\n", "none"},
		{"a name that is not known", "-- a.sh --\ndocker build -t $IMAGE .\n", "none"},
		{"a folder outside", "-- a.sh --\ndocker build -t toll ../..\n", "none"},
		{"a folder that is not known", "-- a.sh --\ndocker build -t toll $FOLDER\n", "none"},
		{"steps far from each other", "-- .github/workflows/ci.yml --\na:\n  context: gate\n1:\n2:\n3:\n4:\n5:\n6:\n7:\n8:\nb:\n  tags: toll\n", "none"},
	} {
		t.Run(c.name, func(t *testing.T) {
			f := newFinder(plant(t, code+c.tree), Options{})
			component, known := f.built("toll")
			if got := component.Folder; known != (c.folder != "none") || known && got != c.folder {
				t.Errorf("built of %q, known %v; want %q", got, known, c.folder)
			}
		})
	}
	workload := "-- k8s/a.yaml --\napiVersion: v1\nkind: Pod\nmetadata: {name: x}\nspec: {containers: [{name: x, image: 'registry.example/toll:1', env: [{name: A, value: b}]}]}\n"
	all, err := Discover(plant(t, code+workload+"-- a.sh --\ndocker build -t toll gate\n"), Options{})
	if err != nil || len(all.Environments) != 1 || all.Environments[0].Component.Folder != "gate" {
		t.Errorf("%+v, %v", all.Environments, err)
	}
}
