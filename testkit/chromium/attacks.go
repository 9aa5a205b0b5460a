package chromium

import (
	"go/ast"
	"go/parser"
	"go/token"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"testing"
)

// Attacks are the inputs of the corpora of OWASP (AntiSamy's tests, and the XSS Filter Evasion Cheat Sheet), as the
// tests of github.com/microcosm-cc/bluemonday hold them in the version of go.mod.
func Attacks(t testing.TB) []string {
	t.Helper()
	folder, err := exec.Command("go", "list", "-m", "-f", "{{.Dir}}", "github.com/microcosm-cc/bluemonday").Output()
	if err != nil {
		t.Fatal(err)
	}
	path := filepath.Join(strings.TrimSpace(string(folder)), "sanitize_test.go")
	file, err := parser.ParseFile(token.NewFileSet(), path, nil, 0)
	if err != nil {
		t.Fatal(err)
	}
	var found []string
	ast.Inspect(file, func(n ast.Node) bool {
		pair, ok := n.(*ast.KeyValueExpr)
		if !ok {
			return true
		}
		key, named := pair.Key.(*ast.Ident)
		literal, plain := pair.Value.(*ast.BasicLit)
		if !named || !plain || key.Name != "in" {
			return true
		}
		if text, err := strconv.Unquote(literal.Value); err == nil {
			found = append(found, text)
		}
		return true
	})
	return found
}
