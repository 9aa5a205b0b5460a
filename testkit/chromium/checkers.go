package chromium

import (
	"bytes"
	"encoding/json"
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"slices"
	"strings"
	"testing"
)

// tools is the folder with the checkers from npm, which scripts/install.sh fills.
func tools(t testing.TB) string {
	t.Helper()
	_, here, _, _ := runtime.Caller(0)
	folder := filepath.Join(filepath.Dir(here), "..", "..", "tools", "check", "node_modules")
	if _, err := os.Stat(folder); err != nil {
		t.Fatalf("the checkers are not installed: run scripts/install.sh test (%v)", err)
	}
	return folder
}

// CheckHTML runs the Nu HTML checker over every page below some folders and fails for each thing it has to say,
// warnings included.
func CheckHTML(t testing.TB, folders ...string) {
	t.Helper()
	pages, judgements := unjudged(t, folders)
	if len(pages) == 0 {
		return
	}
	jar := filepath.Join(tools(t), "vnu-jar", "build", "dist", "vnu.jar")
	var out bytes.Buffer
	// A short run: what compiles code well and collects garbage beside it takes more than it saves.
	command := exec.Command("java", append([]string{"-XX:TieredStopAtLevel=1", "-XX:+UseSerialGC", "-Xss8m",
		"-jar", jar, "--format", "json", "--skip-non-html"}, pages...)...)
	command.Stderr = &out
	runErr := command.Run() // the exit status only repeats whether there are errors
	var report struct {
		Messages []struct {
			Type, SubType, URL, Message, Extract string
			LastLine                             int
		}
	}
	if err := json.Unmarshal(out.Bytes(), &report); err != nil {
		t.Fatalf("the HTML checker: %v: %v: %s", runErr, err, out.String())
	}
	for _, m := range report.Messages {
		t.Errorf("%s:%d: %s %s: %s: %s", filepath.Base(m.URL), m.LastLine, m.Type, m.SubType, m.Message, m.Extract)
	}
	keep(t, judgements)
}

// unjudged are the pages below some folders that the HTML checker has not found sound yet.
func unjudged(t testing.TB, folders []string) (pages []string, judgements []judgement) {
	t.Helper()
	judge := "vnu-jar " + versionOf(t, "vnu-jar")
	seen := map[string]bool{}
	for _, folder := range folders {
		err := filepath.WalkDir(folder, func(path string, entry fs.DirEntry, err error) error {
			if err != nil || entry.IsDir() || filepath.Ext(path) != ".html" {
				return err
			}
			content, err := os.ReadFile(path)
			if err != nil {
				return err
			}
			if j := judged(judge, string(content)); !j.IsSound() && !seen[string(content)] {
				seen[string(content)] = true
				pages, judgements = append(pages, path), append(judgements, j)
			}
			return nil
		})
		if err != nil {
			t.Fatal(err)
		}
	}
	return pages, judgements
}

// versionOf is the version of a checker from npm.
func versionOf(t testing.TB, name string) string {
	t.Helper()
	content, err := os.ReadFile(filepath.Join(tools(t), name, "package.json"))
	var about struct{ Version string }
	if err == nil {
		err = json.Unmarshal(content, &about)
	}
	if err != nil {
		t.Fatal(err)
	}
	return about.Version
}

// doubted are those of some texts that a script over packages from npm has not found sound yet.
func doubted(t testing.TB, texts []string, script string, packages ...string) (left []string, judgements []judgement) {
	t.Helper()
	judge := script
	for _, name := range packages {
		judge += " " + name + " " + versionOf(t, name)
	}
	for _, text := range texts {
		if j := judged(judge, text); !j.IsSound() && !slices.Contains(left, text) {
			left, judgements = append(left, text), append(judgements, j)
		}
	}
	return left, judgements
}

// keep keeps that a checker found all of them sound.
func keep(t testing.TB, judgements []judgement) {
	t.Helper()
	for _, j := range judgements {
		j.Keep(t)
	}
}

// CheckCSS runs a CSS syntax validator over style sheets.
func CheckCSS(t testing.TB, css ...string) {
	t.Helper()
	script := `
const { validate } = await import(process.argv[1]);
const chunks = [];
for await (const chunk of process.stdin) chunks.push(chunk);
const found = JSON.parse(Buffer.concat(chunks)).flatMap((css) => validate(css)
	.map((e) => e.message + ' at ' + css.slice(Math.max(0, (e.offset ?? 0) - 40), (e.offset ?? 0) + 60)));
console.log(JSON.stringify(found));`
	css, judgements := doubted(t, css, script, "csstree-validator")
	if len(css) == 0 {
		return
	}
	command := exec.Command("node", "--input-type=module", "-e", script, filepath.Join(tools(t), "csstree-validator",
		"lib", "index.js"))
	input, err := json.Marshal(css)
	if err != nil {
		t.Fatal(err)
	}
	command.Stdin = bytes.NewReader(input)
	out, err := command.Output()
	if err != nil {
		t.Fatalf("the CSS validator: %v", err)
	}
	var found []string
	if err := json.Unmarshal(out, &found); err != nil {
		t.Fatalf("the CSS validator: %v: %s", err, out)
	}
	for _, fault := range found {
		t.Errorf("CSS: %s", fault)
	}
	if len(found) == 0 {
		keep(t, judgements)
	}
}

// CheckAccessibility runs axe-core on the page that is open and fails for each violation.
func (b *Browser) CheckAccessibility(what string) { b.t.Helper(); b.checkAxe(what, "") }

// CheckContrast is the part of CheckAccessibility that is about colours.
func (b *Browser) CheckContrast(what string) {
	b.t.Helper()
	b.checkAxe(what, "runOnly: ['color-contrast'],")
}

// checkAxe looks at the page once what moves to an end is there: a colour on its way is nobody's.
func (b *Browser) checkAxe(what, options string) {
	b.t.Helper()
	b.Still()
	j := judged("axe-core "+versionOf(b.t, "axe-core"), options, Eval[string](b, allShown))
	if j.IsSound() {
		return
	}
	if Eval[bool](b, "typeof axe === 'undefined'") {
		source, err := os.ReadFile(filepath.Join(tools(b.t), "axe-core", "axe.min.js"))
		if err != nil {
			b.t.Fatal(err)
		}
		Eval[bool](b, string(source)+"; true")
	}
	found := Eval[[]struct {
		ID, Help string
		Nodes    []string
	}](b, `axe.run(document, { `+options+` resultTypes: ['violations'], iframes: false,
	selectors: false, preload: false }).then((r) => r.violations.map((v) =>
	({ id: v.id, help: v.help, nodes: v.nodes.slice(0, 4).map((n) => n.html.slice(0,
		160) + ' ' + (n.any[0]?.message ?? '')) })))`)
	for _, v := range found {
		b.t.Errorf("%s: %s: %s:\n\t%s", what, v.ID, v.Help, strings.Join(v.Nodes, "\n\t"))
	}
	if len(found) == 0 {
		j.Keep(b.t)
	}
}

// allShown is all that axe-core looks at: the browser, the window and what is asked of it, the page as it stands with
// what is typed, chosen and focused, and its style sheets.
const allShown = `JSON.stringify([navigator.userAgent, innerWidth, innerHeight, devicePixelRatio, scrollX, scrollY,
	['print', '(prefers-color-scheme: dark)', '(prefers-contrast: more)', '(prefers-reduced-motion: reduce)',
		'(forced-colors: active)'].map((query) => matchMedia(query).matches),
	document.documentElement.outerHTML,
	[...document.querySelectorAll('input, select, textarea')].map((e) =>
		[e.value, e.checked, e.indeterminate, e.disabled]),
	[...document.querySelectorAll('*')].indexOf(document.activeElement),
	[...document.querySelectorAll('details, dialog')].map((e) => e.open),
	[...document.styleSheets, ...document.adoptedStyleSheets].map((s) => [...s.cssRules].map((r) => r.cssText).join(''))])`

// CheckOverflow fails where the page can be scrolled sideways at one of the widths.
func (b *Browser) CheckOverflow(what string, widths ...int64) {
	b.t.Helper()
	for _, width := range widths {
		b.Size(width, 900)
		if got := Eval[int64](b, "document.documentElement.scrollWidth"); got > width {
			b.t.Errorf("%s: at %d px the page is %d px wide: %s", what, width, got, b.Text(fmt.Sprintf(
				"[...document.querySelectorAll('*')].filter(e => e.getBoundingClientRect().right > %d + 1).slice(0, 5).map(e => "+
					"e.className + ' ' + e.textContent.slice(0, 40)).join(' | ')", width)))
		}
	}
}

// CheckStructuredData fails where objects of schema.org do not expand as JSON-LD, or have a property that their type
// lacks or of another type: by jsonld from npm, and by the TypeScript compiler with schema-dts, the vocabulary of
// schema.org as types.
func CheckStructuredData(t testing.TB, objects ...string) {
	t.Helper()
	script := `
import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
const modules = process.argv[1];
const need = createRequire(modules + '/');
const jsonld = need('jsonld'), ts = need('typescript');
const texts = JSON.parse(readFileSync(0));
const said = [];
const documentLoader = async (url) => ({ documentUrl: url, document: { '@context': { '@vocab': 'http://schema.org/' } }
	});
for (const text of texts) {
  const expanded = await jsonld.expand(JSON.parse(text), { documentLoader, safe: true });
  if (!expanded.length) said.push('nothing is left of ' + text.slice(0, 80));
  for (const thing of expanded)
    if (!thing['@type']?.[0].startsWith('http://schema.org/'))
      said.push('no type: ' + JSON.stringify(thing).slice(0, 120));
}
const file = modules + '/.structured-data-' + process.pid + '.ts';
const source = "import type { Thing, WithContext } from 'schema-dts';\n" + texts.map((text, i) =>
	'export const data' + i + ': WithContext<Thing>[] = ' + text + ';').join('\n');
const host = ts.createCompilerHost({});
const read = host.getSourceFile.bind(host), exists = host.fileExists.bind(host);
host.getSourceFile = (name, ...rest) => name === file ? ts.createSourceFile(name, source, ts.ScriptTarget.ES2022)
	: read(name, ...rest);
host.fileExists = (name) => name === file || exists(name);
const program = ts.createProgram([file], { strict: true, noEmit: true, skipLibCheck: true, types: [],
	moduleResolution: ts.ModuleResolutionKind.Bundler, module: ts.ModuleKind.ES2022, target: ts.ScriptTarget.ES2022 },
	host);
for (const d of ts.getPreEmitDiagnostics(program)) said.push(ts.flattenDiagnosticMessageText(d.messageText,
	' ').slice(0, 600));
console.log(JSON.stringify(said));`
	objects, judgements := doubted(t, objects, script, "jsonld", "typescript", "schema-dts")
	if len(objects) == 0 {
		return
	}
	command := exec.Command("node", "--input-type=module", "-e", script, tools(t))
	input, err := json.Marshal(objects)
	if err != nil {
		t.Fatal(err)
	}
	command.Stdin = bytes.NewReader(input)
	out, err := command.Output()
	var failed *exec.ExitError
	if errors.As(err, &failed) {
		t.Fatalf("the structured data checker: %s", failed.Stderr)
	}
	var said []string
	if err == nil {
		err = json.Unmarshal(out, &said)
	}
	if err != nil {
		t.Fatalf("the structured data checker: %v: %s", err, out)
	}
	for _, fault := range said {
		t.Errorf("structured data: %s", fault)
	}
	if len(said) == 0 {
		keep(t, judgements)
	}
}

// CheckWellFormed fails where a drawing is not well-formed XML, shows a number that is none, or does not say what it
// shows.
func CheckWellFormed(t testing.TB, what string, svg []byte) {
	t.Helper()
	decoder := xml.NewDecoder(bytes.NewReader(svg))
	for {
		_, err := decoder.Token()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			t.Errorf("%s: %v", what, err)
			break
		}
	}
	if bytes.Contains(svg, []byte("NaN")) || !bytes.Contains(svg, []byte("</title>")) {
		t.Errorf("%s: %s", what, svg)
	}
}

// SecondSanitizer is the script of DOMPurify, which cleans SVG as browsers parse it.
func SecondSanitizer(t testing.TB) string {
	t.Helper()
	script, err := os.ReadFile(filepath.Join(tools(t), "dompurify", "dist", "purify.min.js"))
	if err != nil {
		t.Fatal(err)
	}
	return string(script)
}
