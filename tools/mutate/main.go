// Mutate changes one small thing in the code of a package at a time, and runs the package's own tests over it: a change
// that no test notices is a boundary that nobody checks. Usage: mutate [-n 300] [-seed 1] FOLDER…
//
// It writes nothing into the tree: the changed file is laid over it (go help build, -overlay).
package main

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"slices"
	"strings"
	"sync"
	"time"
)

// patience is how long the tests of one package may take over a change, which may make a loop endless.
const patience = 2 * time.Minute

func main() {
	most := flag.Int("n", 300, "how many changes are tried")
	seed := flag.Uint64("seed", 1, "which ones")
	flag.Parse()
	if err := run(flag.Args(), *most, *seed); err != nil {
		fmt.Fprintln(os.Stderr, "mutate:", err)
		os.Exit(1)
	}
}

func run(folders []string, most int, seed uint64) error {
	var all []mutant
	for _, folder := range folders {
		found, err := mutants(folder)
		if err != nil {
			return err
		}
		all = append(all, found...)
	}
	random := rand.New(rand.NewPCG(seed, 0))
	random.Shuffle(len(all), func(i, j int) { all[i], all[j] = all[j], all[i] })
	all = all[:min(most, len(all))]
	outcomes := make([]outcome, len(all))
	var group sync.WaitGroup
	places := make(chan int)
	for range runtime.NumCPU() {
		group.Go(func() {
			for i := range places {
				if outcomes[i] = all[i].try(); outcomes[i] == survived {
					fmt.Println(all[i])
				}
			}
		})
	}
	for i := range all {
		places <- i
	}
	close(places)
	group.Wait()
	report(all, outcomes)
	return nil
}

// outcome is what became of a change.
type outcome int

const (
	killed   outcome = iota // some test noticed it
	survived                // none did
	invalid                 // it does not compile
)

// try runs the tests of the mutant's package over it.
func (m mutant) try() outcome {
	folder, err := os.MkdirTemp("", "mutate-")
	if err != nil {
		return invalid
	}
	defer os.RemoveAll(folder)
	changed, overlay := filepath.Join(folder, filepath.Base(m.file)), filepath.Join(folder, "overlay.json")
	whole, err := filepath.Abs(m.file)
	if err != nil {
		return invalid
	}
	lays, err := json.Marshal(map[string]map[string]string{"Replace": {whole: changed}})
	if err := errors.Join(err, os.WriteFile(changed, m.content(), 0o600), os.WriteFile(overlay, lays, 0o600)); err != nil {
		return invalid
	}
	ctx, cancel := context.WithTimeout(context.Background(), patience)
	defer cancel()
	packed := "./" + filepath.Dir(m.file)
	if out, err := exec.CommandContext(ctx, "go", "vet", "-overlay", overlay, packed).CombinedOutput(); err != nil &&
		strings.Contains(string(out), "vet: ") {
		return invalid
	}
	if err := exec.CommandContext(ctx, "go", "test", "-overlay", overlay, "-failfast", packed).Run(); err != nil {
		return killed
	}
	return survived
}

// report writes how many were killed of each package.
func report(all []mutant, outcomes []outcome) {
	tried, dead := map[string]int{}, map[string]int{}
	sum, lost := 0, 0
	for i, m := range all {
		of := filepath.Dir(m.file)
		switch outcomes[i] {
		case invalid:
			continue
		case killed:
			dead[of]++
		case survived:
			lost++
		}
		tried[of]++
		sum++
	}
	var names []string
	for name := range tried {
		names = append(names, name)
	}
	slices.SortFunc(names, func(a, b string) int {
		return cmp.Or(cmp.Compare(dead[a]*tried[b], dead[b]*tried[a]), strings.Compare(a, b))
	})
	for _, name := range names {
		fmt.Printf("%-20s %3d of %3d\n", name, dead[name], tried[name])
	}
	fmt.Printf("%d of %d killed (%.1f %%)\n", sum-lost, sum, 100*float64(sum-lost)/float64(max(1, sum)))
}
