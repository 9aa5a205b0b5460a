// Notices writes the licences of all that ships from others: the Go modules that the binary is made of, with Go's own
// library, and the packages whose files lie in cmd/rubrel/licences, where scripts/assets.sh puts them. Run in the root
// of the repository; what it writes is cmd/rubrel/notices.txt.
package main

import (
	"bufio"
	"bytes"
	"fmt"
	"io"
	"maps"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
)

func main() {
	out := bufio.NewWriter(os.Stdout)
	err := write(out, ".")
	if err == nil {
		err = out.Flush()
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, "notices:", err)
		os.Exit(1)
	}
}

// write writes the notices of the repository at a folder: each text once, under all that it is the licence of.
func write(out io.Writer, root string) error {
	of := map[string][]string{} // names by text
	for _, read := range []func(root string, of map[string][]string) error{readModules, readPackages} {
		if err := read(root, of); err != nil {
			return err
		}
	}
	texts := slices.SortedFunc(maps.Keys(of), func(a, b string) int { return strings.Compare(of[a][0], of[b][0]) })
	fmt.Fprintf(out, "Rubrel ships with work of others, under these licences.\n")
	for _, text := range texts {
		fmt.Fprintf(out, "\n%s\n%s\n\n%s\n", strings.Repeat("=", 80), strings.Join(of[text], "\n"), text)
	}
	return nil
}

// readModules reads the licences of the modules of the binary, and of Go.
func readModules(root string, of map[string][]string) error {
	list := exec.Command("go", "list", "-tags=nodynamic", "-deps", "-f", // the tag with which make builds it
		"{{with .Module}}{{if not .Main}}{{.Path}} {{.Version}}\t{{.Dir}}{{end}}{{end}}", "./cmd/rubrel")
	list.Dir = root
	listed, err := list.Output()
	if err != nil {
		return fmt.Errorf("go list: %w", err)
	}
	goRoot, err := exec.Command("go", "env", "GOROOT").Output()
	if err != nil {
		return fmt.Errorf("go env: %w", err)
	}
	modules := map[string]string{"the library of Go": strings.TrimSpace(string(goRoot))}
	for line := range strings.Lines(string(listed)) {
		if name, folder, ok := strings.Cut(strings.TrimSpace(line), "\t"); ok {
			modules[name] = folder
		}
	}
	for _, name := range slices.Sorted(maps.Keys(modules)) {
		if err := add(of, name, modules[name], "[Ll][Ii][Cc][Ee][Nn][SsCc][Ee]*", "COPYING*"); err != nil {
			return err
		}
	}
	return nil
}

// readPackages reads those of the packages that files were taken from.
func readPackages(root string, of map[string][]string) error {
	files, err := filepath.Glob(filepath.Join(root, "cmd", "rubrel", "licences", "*.txt"))
	if err != nil || len(files) == 0 {
		return fmt.Errorf("there are no licences (%v): run scripts/assets.sh", err)
	}
	for _, file := range files {
		name := strings.ReplaceAll(strings.TrimSuffix(filepath.Base(file), ".txt"), "+", "/")
		if err := add(of, name, filepath.Dir(file), filepath.Base(file)); err != nil {
			return err
		}
	}
	return nil
}

// add adds what is in the files of a folder with such names.
func add(of map[string][]string, name, folder string, patterns ...string) error {
	var whole bytes.Buffer
	for _, pattern := range patterns {
		files, err := filepath.Glob(filepath.Join(folder, pattern))
		if err != nil {
			return err
		}
		for _, file := range files {
			if text, err := os.ReadFile(file); err == nil { // else it is a folder of that name
				whole.Write(bytes.ReplaceAll(text, []byte("\r\n"), []byte("\n")))
			}
		}
	}
	text := strings.TrimSpace(whole.String())
	if text == "" {
		return fmt.Errorf("%s has no licence in %s", name, folder)
	}
	of[text] = append(of[text], name)
	return nil
}
