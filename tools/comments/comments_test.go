// Package comments checks that a comment speaks of what it stands at.
package comments

import (
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"
)

// others are folders with nothing of ours.
var others = []string{".git", "bin", "node_modules", "vendor", "testdata", ".rubrel"}

// isTest finds what go test calls.
var isTest = regexp.MustCompile("^(Test|Benchmark|Fuzz|Example)")

// The comment of a declaration begins with its name, or that of one of several declared together; so it cannot be left
// behind when code moves. What stands before a group that has no name of its own, and at a test, says what holds.
func TestCommentsNameWhatTheyStandAt(t *testing.T) {
	root := filepath.Join("..", "..")
	err := filepath.WalkDir(root, func(path string, entry fs.DirEntry, err error) error {
		if err != nil {
			return err
		}
		if entry.IsDir() && slices.Contains(others, entry.Name()) {
			return filepath.SkipDir
		}
		if !strings.HasSuffix(path, ".go") {
			return nil
		}
		for _, wrong := range wrongComments(t, path) {
			t.Error(wrong)
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
}

// wrongComments are the comments of a file that begin otherwise.
func wrongComments(t *testing.T, path string) []string {
	t.Helper()
	files := token.NewFileSet()
	file, err := parser.ParseFile(files, path, nil, parser.ParseComments)
	if err != nil {
		t.Fatal(err)
	}
	var wrong []string
	check := func(doc *ast.CommentGroup, names ...string) {
		if doc == nil {
			return
		}
		text := doc.Text()
		first, _, _ := strings.Cut(strings.TrimSpace(text), " ")
		first = strings.TrimRight(strings.TrimSpace(first), ":,.")
		if text != "" && !slices.Contains(names, first) {
			wrong = append(wrong, files.Position(doc.Pos()).String()+": the comment of "+names[0]+" begins with "+first)
		}
	}
	for _, d := range file.Decls {
		switch d := d.(type) {
		case *ast.FuncDecl:
			if !isTest.MatchString(d.Name.Name) {
				check(d.Doc, d.Name.Name)
			}
		case *ast.GenDecl:
			for _, spec := range d.Specs {
				switch spec := spec.(type) {
				case *ast.TypeSpec:
					check(spec.Doc, spec.Name.Name)
					if !d.Lparen.IsValid() {
						check(d.Doc, spec.Name.Name)
					}
				case *ast.ValueSpec:
					var names []string
					for _, name := range spec.Names {
						names = append(names, name.Name)
					}
					check(spec.Doc, names...)
					if !d.Lparen.IsValid() && len(names) == 1 {
						check(d.Doc, names...)
					}
				}
			}
		}
	}
	return wrong
}
