package main

import (
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
)

// mutant is one small change.
type mutant struct {
	file         string
	line         int
	from, to     int // of what is replaced, in bytes
	was, becomes string
	source       []byte
}

func (m mutant) String() string {
	return fmt.Sprintf("%s:%d: %s survives as %s", m.file, m.line, m.was, m.becomes)
}

// content is the file with the change.
func (m mutant) content() []byte {
	return slices.Concat(m.source[:m.from], []byte(m.becomes), m.source[m.to:])
}

// operators are what each operator becomes: its neighbour, by which a boundary is missed.
var operators = map[token.Token]token.Token{
	token.LSS: token.LEQ, token.LEQ: token.LSS, token.GTR: token.GEQ, token.GEQ: token.GTR, token.EQL: token.NEQ,
	token.NEQ: token.EQL, token.LAND: token.LOR, token.LOR: token.LAND, token.ADD: token.SUB, token.SUB: token.ADD,
	token.MUL: token.QUO, token.QUO: token.MUL,
}

// mutants are the changes that the files of a folder may have.
func mutants(folder string) ([]mutant, error) {
	files, err := filepath.Glob(filepath.Join(folder, "*.go"))
	if err != nil {
		return nil, err
	}
	var all []mutant
	for _, file := range files {
		if strings.HasSuffix(file, "_test.go") {
			continue
		}
		source, err := os.ReadFile(file)
		if err != nil {
			return nil, err
		}
		set := token.NewFileSet()
		tree, err := parser.ParseFile(set, file, source, 0)
		if err != nil {
			return nil, err
		}
		ast.Inspect(tree, func(n ast.Node) bool {
			from, to, becomes := change(set, n)
			if becomes != "" {
				all = append(all, mutant{file, set.Position(n.Pos()).Line, from, to, string(source[from:to]), becomes, source})
			}
			_, constant := n.(*ast.GenDecl) // tables and texts are checked where they are used
			return !constant
		})
	}
	return all, nil
}

// change is what of a node is replaced, and by what; nothing where it has no change.
func change(set *token.FileSet, n ast.Node) (from, to int, becomes string) {
	at := func(p token.Pos) int { return set.Position(p).Offset }
	switch n := n.(type) {
	case *ast.BinaryExpr:
		if other, ok := operators[n.Op]; ok {
			return at(n.OpPos), at(n.OpPos) + len(n.Op.String()), other.String()
		}
	case *ast.BasicLit:
		if number, err := strconv.Atoi(n.Value); n.Kind == token.INT && err == nil {
			return at(n.Pos()), at(n.End()), strconv.Itoa(number + 1)
		}
	case *ast.Ident:
		if other := map[string]string{"true": "false", "false": "true"}[n.Name]; other != "" {
			return at(n.Pos()), at(n.End()), other
		}
	case *ast.UnaryExpr:
		if n.Op == token.NOT {
			return at(n.OpPos), at(n.OpPos) + 1, " "
		}
	case *ast.BranchStmt:
		if n.Label == nil && (n.Tok == token.BREAK || n.Tok == token.CONTINUE) {
			return at(n.Pos()), at(n.End()), fmt.Sprintf("_ = 0 // %s", n.Tok)
		}
	}
	return 0, 0, ""
}
