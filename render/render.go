// Package render turns a document into the files of a release. It is the only renderer: the proof, the snippet,
// the zip and the published page are the same bytes.
package render

import (
	"bytes"
	"context"
	"crypto/sha256"
	"embed"
	"encoding/base64"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"html/template"
	"maps"
	"slices"
	"strings"
	"time"

	"rubrel/core/anatomy"
	"rubrel/core/document"
	"rubrel/core/hyphen"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/release"
	"rubrel/core/typeset"
	"rubrel/core/writing"
	"rubrel/dresses"
	"rubrel/formats/pictures"
)

//go:embed page.html snippet.html
var templates embed.FS

var pages = kind.Templates(templates, "page.html", "snippet.html")

// Content is a file's bytes. What it does not bring is asked for by its hash.
func Content(ctx context.Context, f release.File, held func(hash string) ([]byte, error)) ([]byte, error) {
	content := f.Bytes
	if content == nil {
		var err error
		if content, err = held(f.Held); err != nil {
			return nil, err
		}
	}
	if f.Wide == 0 {
		return content, nil
	}
	return pictures.Narrowed(ctx, f.Held, content, f.Wide)
}

// piece is a block written: its HTML, the CSS that is its own, and what it needs besides.
type piece struct {
	html     template.HTML
	css      string
	form     kind.Form
	sheets   []formSheet
	scripts  []string // what it needs in the visitor's browser
	faces    map[*typeset.Face]bool
	set      string   // the set that data is about
	data     []any    // what it says to machines
	pictures []string // those that its look shows, by name
	enters   bool     // some of it comes in at first sight
	within   []piece  // the blocks that stand within it, whose HTML its own has
}

// all are a piece and those within it.
func (p piece) all() []piece { return append([]piece{p}, p.within...) }

// pageView is what the page template shows.
type pageView struct {
	Root                                     string // the class of every block of the site
	Language, Direction, Title, Intro, Style string
	Heading                                  string   // the title with the hyphens that it needs
	Script                                   string   // the path of the script file, "" for none
	Preloads                                 []string // paths of fonts that the first screen needs
	Reserve                                  string   // the path of the style that keeps the page's own lines
	Data                                     template.JS
	Head                                     bool
	Bands                                    []bandView
}

type bandView struct {
	Heading string
	Blocks  []template.HTML
}

// Release renders every page of the site with its style sheets and fonts. Paths of all but the pages carry a
// hash of their content, so a file once published never changes. What has a deadline is shown as it is at the time.
func Release(site *document.Site, registry dresses.Registry, now time.Time) ([]release.File, error) {
	d, err := dressedSite(site, registry, now)
	if err != nil {
		return nil, err
	}
	if len(site.Pages) == 0 {
		return nil, fmt.Errorf("/pages: the site has no page to release; make a block first")
	}
	files := d.files()
	for i, page := range site.Pages {
		written, err := d.page(PageName(i, page), page)
		if err != nil {
			return nil, err
		}
		for _, f := range written {
			// Pages may share a file: its name carries its content.
			if !slices.ContainsFunc(files, func(other release.File) bool { return other.Path == f.Path }) {
				files = append(files, f)
			}
		}
	}
	return files, nil
}

// PageName is what the file of a site's page is called, before ".html": the first page is the index.
func PageName(i int, page document.Page) string {
	if i == 0 {
		return "index"
	}
	return page.ID
}

// Proof renders one block alone on a page, with the files it needs: the block's HTML and CSS are those of a release.
func Proof(site *document.Site, registry dresses.Registry, blockID string, now time.Time) ([]release.File, error) {
	d, err := dressedSite(site, registry, now)
	if err != nil {
		return nil, err
	}
	b, ok := site.BlockByID(blockID)
	if !ok {
		return nil, fmt.Errorf("there is no block %q", blockID)
	}
	written, err := d.page("index", document.Page{Title: b.Name, Language: site.LanguageOf(blockID),
		Bands: []document.Band{{Blocks: []string{blockID}}}})
	if err != nil {
		return nil, err
	}
	return append(d.files(), written...), nil
}

// Snippet renders one block as a single piece of HTML to paste into any page: style, pictures and, if asked for, fonts
// within. Pictures that the document does not bring are asked for by their hash.
func Snippet(site *document.Site, registry dresses.Registry, blockID string, withFonts bool,
	pictures func(hash string) ([]byte, error), now time.Time) ([]byte, error) {
	d, err := dressedSite(site, registry, now)
	if err != nil {
		return nil, err
	}
	d.anywhere = true
	p, err := d.block(blockID, 2, site.LanguageOf(blockID))
	if err != nil {
		return nil, err
	}
	pieces := p.all()
	shownIn, held, err := heldPictures(site, pieces, pictures)
	if err != nil {
		return nil, fmt.Errorf("render snippet of %s: %w", blockID, err)
	}
	html := inlined(string(p.html), site, shownIn, held)
	shown := picturesCSS(site, shownIn, func(p document.Picture) string { return dataURL(p.Type, held[p.ID]) })
	own := formsCSS(pieces)
	faces := map[*typeset.Face]bool{}
	enters := false
	for _, piece := range pieces {
		own += piece.css
		maps.Copy(faces, piece.faces)
		enters = enters || piece.enters
	}
	fonts := ""
	if withFonts {
		needed := d.facesOf(faces, runesOf(string(p.html)))
		fonts = fontsCSS(needed, d.fallbacks, func(f dresses.FontFile) string { return dataURL("font/woff2", f.Bytes) })
		own = withFallbacks(own, d.fallbacks)
	}
	css, err := harden(fonts + rooted(d.houseCSS()+shown+entranceSheet(enters), d.rootClass()) + own)
	if err != nil {
		return nil, err
	}
	said, err := dataJSON(dataOf(pieces))
	if err != nil {
		return nil, fmt.Errorf("render snippet of %s: %w", blockID, err)
	}
	var out bytes.Buffer
	err = pages.ExecuteTemplate(&out, "snippet.html", struct {
		CSS    template.CSS
		HTML   template.HTML
		Script template.JS
		Data   template.JS
	}{template.CSS(fmt.Sprintf(snippetNote, d.rootClass()) + css), template.HTML(html),
		template.JS(scripts(pieces)), said})
	if err != nil {
		return nil, fmt.Errorf("render snippet of %s: %w", blockID, err)
	}
	return out.Bytes(), nil
}

// heldPictures are the pictures of some pieces, and their bytes.
func heldPictures(site *document.Site, pieces []piece, read func(hash string) ([]byte, error)) (names []string,
	held map[string][]byte, err error) {
	held = map[string][]byte{}
	for _, piece := range pieces {
		names = append(names, piece.pictures...)
	}
	for _, name := range names {
		picture, _ := site.PictureByID(name)
		if held[name] = picture.Data; picture.Data == nil {
			if held[name], err = read(picture.File); err != nil {
				return nil, nil, fmt.Errorf("picture %s: %w", name, err)
			}
		}
	}
	return names, held, nil
}

// snippetNote tells a client's developer how a block is adjusted; a template would leave it out. The accent stands for
// every token.
const snippetNote = `/* Made with Rubrel. The colours, sizes and spaces of this block are custom properties: to
   change one, say it in your own style sheet, as .%s { --rb-accent: #0b5fff }
   The rules below are important so that none of the page's own reaches into the block. */
`

func dataURL(mime string, content []byte) string {
	return "data:" + mime + ";base64," + base64.StdEncoding.EncodeToString(content)
}

// fontPath is where a release carries a font.
func fontPath(f dresses.FontFile) string { return f.Path }

// hashed is a file name that carries a hash of the content.
func hashed(name, extension string, content []byte) string {
	sum := sha256.Sum256(content)
	return name + "." + hex.EncodeToString(sum[:6]) + "." + extension
}

// files are the fonts and the pictures that the site shows.
func (d *dressed) files() []release.File {
	var files []release.File
	shown := map[string]bool{}
	for i := range d.site.Blocks {
		for _, name := range PicturesOf(d.site, &d.site.Blocks[i]) {
			shown[name] = true
		}
	}
	for _, p := range d.site.Pictures {
		if shown[p.ID] {
			files = append(files, release.File{Path: p.Path(), Type: p.Type, Bytes: p.Data, Held: p.File})
		}
	}
	for _, face := range d.faces {
		for _, file := range face.Files {
			// Faces share the fonts of scripts beyond Latin.
			if !slices.ContainsFunc(files, func(f release.File) bool { return f.Path == file.Path }) {
				files = append(files, release.File{Path: file.Path, Type: "font/woff2", Bytes: file.Bytes})
			}
		}
	}
	return files
}

// wideWord is from how many letters a word of a page's heading is hyphenated: on the narrowest phones fewer have room.
const wideWord = 11

// page writes a page, its style sheet and its script.
func (d *dressed) page(name string, page document.Page) ([]release.File, error) {
	language := d.site.PageLanguage(page)
	syllables := hyphen.For(language)
	view := pageView{Root: d.rootClass(), Language: language, Direction: writing.Direction(language), Title: page.Title,
		Heading: syllables.LongWords(page.Title, wideWord),
		Intro:   page.Intro, Head: page.ID != ""}
	var pieces []piece
	d.placed = map[string]bool{}
	for _, band := range page.Bands {
		shown := bandView{Heading: syllables.LongWords(band.Heading, wideWord)}
		level := 2
		if band.Heading != "" {
			level = 3
		}
		for _, id := range band.Blocks {
			p, err := d.block(id, level, language)
			if err != nil {
				return nil, err
			}
			if len(pieces) == 0 {
				p.html = eager(p.html)
			}
			shown.Blocks = append(shown.Blocks, p.html)
			pieces = append(pieces, p.all()...)
		}
		view.Bands = append(view.Bands, shown)
	}
	once(view.Bands, d.rootClass())
	files, err := d.besides(name, pieces, &view)
	if err == nil {
		view.Preloads, err = d.preloads(page, view, pieces)
	}
	var reserve []byte
	if err == nil {
		reserve, err = d.reserve(view)
	}
	if len(reserve) > 0 {
		view.Reserve = hashed("head", "css", reserve)
		files = append(files, release.File{Path: view.Reserve, Type: "text/css; charset=utf-8", Bytes: reserve})
	}
	if err != nil {
		return nil, fmt.Errorf("render page %s: %w", name, err)
	}
	var out bytes.Buffer
	if err := pages.ExecuteTemplate(&out, "page.html", view); err != nil {
		return nil, fmt.Errorf("render page %s: %w", name, err)
	}
	written := release.File{Path: name + ".html", Type: "text/html; charset=utf-8", Bytes: out.Bytes()}
	return append([]release.File{written}, append(files, d.narrower(out.String(), pieces)...)...), nil
}

// firstPictures is how many pictures of a page's first block may be seen before a visitor scrolls (common practice).
const firstPictures = 4

// eager is the HTML of a page's first block, whose first pictures do not wait until a visitor comes near them.
func eager(html template.HTML) template.HTML {
	return template.HTML(strings.Replace(string(html), string(anatomy.Lazy), "", firstPictures))
}

// narrower are the files of pictures with fewer pixels that a page's HTML names.
func (d *dressed) narrower(html string, pieces []piece) []release.File {
	var files []release.File
	for _, p := range pieces {
		for _, name := range p.pictures {
			picture, ok := d.site.PictureByID(name)
			if !ok {
				continue
			}
			for _, width := range picture.Narrower() {
				if path := picture.PathAt(width); strings.Contains(html, path+" ") {
					files = append(files, release.File{Path: path, Type: picture.Type, Bytes: picture.Data,
						Held: picture.File, Wide: width})
				}
			}
		}
	}
	return files
}

// besides writes what a page's blocks need besides HTML: the style sheet, the scripts, the data for machines.
func (d *dressed) besides(name string, pieces []piece, view *pageView) ([]release.File, error) {
	var pictures []string
	var own strings.Builder
	enters := false
	for _, p := range pieces {
		own.WriteString(p.css)
		enters = enters || p.enters
		pictures = append(pictures, p.pictures...)
	}
	house := d.houseCSS() + picturesCSS(d.site, pictures, document.Picture.Path) + entranceSheet(enters) +
		"@layer rubrel.form{" + pageStyle + d.further + "}"
	css, err := short(fontsCSS(d.faces, d.fallbacks, fontPath) + rooted(house, d.rootClass()) + formsCSS(pieces) +
		withFallbacks(own.String(), d.fallbacks))
	if err != nil {
		return nil, err
	}
	view.Style = hashed(name, "css", []byte(css))
	files := []release.File{{Path: view.Style, Type: "text/css; charset=utf-8", Bytes: []byte(css)}}
	if script := []byte(scripts(pieces)); len(script) > 0 {
		view.Script = hashed("blocks", "js", script)
		files = append(files, release.File{Path: view.Script, Type: "text/javascript; charset=utf-8", Bytes: script})
	}
	view.Data, err = dataJSON(dataOf(pieces))
	return files, err
}

// dataOf is what some blocks say to machines; two blocks of one set say the same.
func dataOf(pieces []piece) []any {
	var data []any
	told := map[string]bool{} // sets
	for _, p := range pieces {
		if !told[p.set] {
			data = append(data, p.data...)
		}
		told[p.set] = p.set != ""
	}
	return data
}

// scripts are what some blocks need, each once.
func scripts(pieces []piece) string {
	var b strings.Builder
	seen := map[string]bool{}
	for _, p := range pieces {
		for _, script := range p.scripts {
			if !seen[script] {
				b.WriteString(called(script))
			}
			seen[script] = true
		}
	}
	return b.String()
}

// dataJSON writes objects of schema.org; "" for none. Nothing in it can end a script element.
func dataJSON(objects []any) (template.JS, error) {
	if len(objects) == 0 {
		return "", nil
	}
	text, err := json.Marshal(objects) // escapes <, > and &
	return template.JS(text), err
}

// block writes one block in a language. Its records' titles are headings of the level given.
func (d *dressed) block(id string, level int, language string) (piece, error) {
	b, ok := d.site.BlockByID(id)
	if !ok {
		return piece{}, fmt.Errorf("there is no block %q", id)
	}
	set := d.site.SetOf(b)
	form, ok := set.Kind.FormNamed(b.Form)
	if !ok {
		return piece{}, fmt.Errorf("/blocks/%s/form: there is no form %q", id, b.Form)
	}
	cascade, err := d.cascade(b)
	if err != nil {
		return piece{}, fmt.Errorf("block %s: %w", id, err)
	}
	subject, err := d.subject(b, cascade)
	if err != nil {
		return piece{}, fmt.Errorf("block %s: %w", id, err)
	}
	view := subject.View
	view.Locale, view.FromRight, view.HeadingLevel = language, writing.Direction(language) == "rtl", level
	// A snippet may stand on a page twice, and a block within a toggle and beside it: an address is of one element.
	view.Names, view.Addressed = d.rootClass()+"-"+id, !d.anywhere && !d.placed[id]
	if d.placed != nil {
		d.placed[id] = true
	}
	p := piece{form: form, sheets: sheetsOf(form, d.anywhere), pictures: PicturesOf(d.site, b)}
	rules := cascade.Rules(set.Kind.PartSpecs(form.Name), recordRefs(set))
	p.need(view, rules)
	var class string
	class, p.css = d.blockCSS(b, form, view, cascade, rules)
	inside, err := d.inside(&p, set, view)
	if err == nil {
		inside, err = withAttributes(inside, set.Set, cascade, set.Kind.PartsOf(form.Name))
	}
	if err == nil {
		p.html, err = wholeBlockHTML(strings.Join(append(p.classes(d.rootClass()), class), " "), view, inside)
	}
	if err != nil {
		return piece{}, fmt.Errorf("block %s: %w", id, err)
	}
	p.faces = subject.UsedFaces(func(part string) bool { return hasClass(string(inside), look.ClassPrefix+part) })
	if set.Kind.Data != nil {
		p.set, p.data = set.ID, set.Kind.Data(view)
	}
	return p, nil
}

// inside is what the piece's form writes, with the blocks that stand within it.
func (d *dressed) inside(p *piece, set *document.Set, view kind.View) (template.HTML, error) {
	var fault error
	if set.Kind.HoldsBlocks {
		view.Nested = func(nested string) template.HTML {
			within, err := d.nested(nested, view.HeadingLevel, view.Locale)
			if err != nil {
				fault = err
				return ""
			}
			p.within = append(p.within, within)
			return within.html
		}
	}
	html, err := p.form.HTML(view)
	if err == nil {
		err = fault
	}
	return html, err
}

// wholeBlockHTML is the element of a block.
func wholeBlockHTML(classes string, view kind.View, inside template.HTML) (template.HTML, error) {
	id := ""
	if view.Addressed {
		id = view.BlockID
	}
	var html bytes.Buffer
	err := pages.ExecuteTemplate(&html, "block", struct {
		Class, ID, Name, Language, Direction string
		Inside                               template.HTML
	}{classes, id, view.Name, view.Locale, writing.Direction(view.Locale), inside})
	return template.HTML(html.String()), err
}

// nested writes a block that stands within another; nothing where it holds blocks itself, which no document has.
func (d *dressed) nested(id string, level int, language string) (piece, error) {
	b, ok := d.site.BlockByID(id)
	if !ok || d.site.SetOf(b).Kind.HoldsBlocks {
		return piece{}, nil
	}
	return d.block(id, level, language)
}

// hasClass reports whether an element of some HTML has a class.
func hasClass(html, class string) bool {
	for rest := html; ; {
		i := strings.Index(rest, class)
		if i < 0 {
			return false
		}
		if rest = rest[i+len(class):]; rest != "" && strings.ContainsRune(`" `, rune(rest[0])) {
			return true
		}
	}
}

// need finds the scripts that a block needs in the visitor's browser.
func (p *piece) need(view kind.View, rules []look.Rule) {
	entrances := look.Entrances(rules)
	p.enters = len(entrances) > 0
	if p.form.Script != nil {
		if script := p.form.Script(view); script != "" {
			p.scripts = append(p.scripts, script)
		}
	}
	for _, name := range slices.Sorted(maps.Keys(entrances)) {
		if script, ok := p.form.Entrances[name]; ok {
			p.scripts = append(p.scripts, script)
		}
	}
	if p.enters {
		p.scripts = append(p.scripts, entranceJS)
	}
}

// classes are those of a block's element, after that of its house style.
func (p *piece) classes(root string) []string {
	all := []string{root}
	for _, sheet := range p.sheets {
		all = append(all, sheet.class)
	}
	for _, script := range p.scripts {
		all = append(all, scriptClass(script))
	}
	return all
}

// rootClass is the class of every block of the site: of its reset and its tokens.
func (d *dressed) rootClass() string {
	if d.root == "" {
		d.root = contentClass(d.houseCSS())
	}
	return d.root
}

// view is what a form is given to show a block, in the language of its page.
func (d *dressed) view(b *document.Block, cascade look.Cascade) kind.View {
	set := d.site.SetOf(b)
	language := d.site.LanguageOf(b.ID)
	var columns []int
	if part, ok := set.Kind.ColumnsPart(b.Form); ok {
		columns = cascade.Columns(part.Name)
	}
	columnsOf := func(part string, width int) int { return cascade.Columns(part)[width] }
	view := kind.View{Columns: columns, ColumnsOf: columnsOf, BlockID: b.ID, Name: b.Name, Set: set.Set, Locale: language,
		FromRight: writing.Direction(language) == "rtl", HeadingLevel: 2, Widths: d.site.Widths, Now: d.now}
	view.Picture = func(id string) (kind.Picture, bool) {
		p, ok := d.site.PictureByID(id)
		if !ok {
			return kind.Picture{}, false
		}
		shown := kind.Picture{Address: p.Path(), Width: p.Width, Height: p.Height, Bytes: p.Bytes,
			Focus: p.ObjectPosition()}
		if !d.anywhere { // a snippet brings one file of each
			for _, width := range p.Narrower() {
				shown.Narrower = append(shown.Narrower, kind.PictureFile{Address: p.PathAt(width), Width: width})
			}
		}
		return shown, true
	}
	if len(d.site.Icons) > 0 {
		view.Icon = func(name string) template.HTML {
			if own, ok := d.site.IconByID(name); ok {
				return own.HTML()
			}
			return ""
		}
	}
	if part, ok := set.Kind.RecordPart(b.Form); ok && cascade.Hides(part.Name) {
		view.Hidden = func(record kind.Record, width int) bool {
			return cascade.Hidden(part.Name, record.ID, record.Featured, width)
		}
	}
	if cascade.MovesParts() {
		view.Stands = func(part string, record kind.Record, width int) (look.Stand, bool) {
			return cascade.Stands(part, record.ID, record.Featured, width)
		}
	}
	return view
}
