// Command profile surveys a tree as a first run of reads does, or, with a folder
// that an earlier one kept what it found in, as a further run, and writes a
// profile of the processors' time for go tool pprof:
//
//	go run ./bench/speed/profile FOLDER cpu.out [KEPT] && go tool pprof -top cpu.out
package main

import (
	"fmt"
	"os"
	"runtime/debug"
	"runtime/pprof"
	"time"

	"inzicht/core/survey"
	"inzicht/core/tree"
)

func main() {
	if len(os.Args) != 3 && len(os.Args) != 4 {
		fmt.Fprintln(os.Stderr, "usage: profile FOLDER OUT [KEPT]")
		os.Exit(2)
	}
	kept := ""
	if len(os.Args) == 4 {
		kept = os.Args[3]
	}
	if err := profile(os.Args[1], os.Args[2], kept); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func profile(folder, out, kept string) error {
	file, err := os.Create(out)
	if err != nil {
		return err
	}
	defer file.Close()
	debug.SetGCPercent(800) // as the program does
	if os.Getenv("GOMEMLIMIT") == "" {
		debug.SetMemoryLimit(150 << 20)
	}
	if err := pprof.StartCPUProfile(file); err != nil {
		return err
	}
	defer pprof.StopCPUProfile()
	began := time.Now()
	s, err := survey.Take(folder, survey.Options{Options: tree.Options{NoSkip: true}, ReadsOnly: true, Keep: kept})
	if err != nil {
		return err
	}
	fmt.Printf("%d reads, %.2f s\n", len(s.Reads), time.Since(began).Seconds())
	return nil
}
