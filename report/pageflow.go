package report

import (
	"fmt"
	"strings"

	"inzicht/core/flow"
)

// flowWidth and the like are the measures of the drawing.
const (
	flowWidth  = 1100
	flowRow    = 34
	flowBox    = 26
	flowColumn = 260
	flowEdge   = 8
)

type webFlow struct {
	Width, Height int
	Titles        []webLabel
	Nodes         []webNode
	Curves        []webCurve
}

type webLabel struct {
	X    int
	Text string
}

type webNode struct {
	X, Y, Width, Height int
	Text, Full, Class   string
}

type webCurve struct {
	Path, Title string
	Width       float64
}

// newWebFlow lays the flow out in three columns.
func newWebFlow(f *flow.Flow) *webFlow {
	if f == nil || len(f.Environments) == 0 {
		return nil
	}
	columns := [][]string{f.Layers, f.Environments, f.Components}
	rows := max(len(f.Layers), len(f.Environments), len(f.Components))
	out := &webFlow{Width: flowWidth, Height: (rows+1)*flowRow + 10}
	x := []int{flowEdge, (flowWidth - flowColumn) / 2, flowWidth - flowColumn - flowEdge}
	y := func(column, n int) int {
		return flowRow + (rows-len(columns[column]))*flowRow/2 + n*flowRow
	}
	for column, title := range []string{"Layers", "Environments", "Components"} {
		out.Titles = append(out.Titles, webLabel{x[column], title})
		for n, name := range columns[column] {
			name = Visible(orRoot(name))
			out.Nodes = append(out.Nodes, webNode{x[column], y(column, n), flowColumn, flowBox, shorten(name, 34), name, strings.ToLower(title)})
		}
	}
	arrow := func(column int, a flow.Arrow) {
		from, to := y(column, a.From)+flowBox/2, y(column+1, a.To)+flowBox/2
		left, right := x[column]+flowColumn, x[column+1]
		middle := (left + right) / 2
		out.Curves = append(out.Curves, webCurve{
			fmt.Sprintf("M%d %d C%d %d %d %d %d %d", left, from, middle, from, middle, to, right, to),
			fmt.Sprintf("%s → %s: %s", Visible(orRoot(columns[column][a.From])), Visible(orRoot(columns[column+1][a.To])), Count(a.Variables, "variable", "variables")),
			1 + min(float64(a.Variables)/3, 7),
		})
	}
	for _, a := range f.Given {
		arrow(0, a)
	}
	for _, a := range f.Read {
		arrow(1, a)
	}
	return out
}

func orRoot(component string) string {
	if component == "" {
		return "(the root)"
	}
	return component
}
