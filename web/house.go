package web

import (
	"fmt"
	"maps"
	"net/http"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/go-chi/chi/v5"

	"rubrel/core/colour"
	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/marks"
	"rubrel/core/release"
	"rubrel/dresses"
	"rubrel/render"
	"rubrel/store"
)

// houseView is the house style: the dress, its tokens with what the site says over them, which pairs are readable and
// used, and every exception of the site.
type houseView struct {
	frame
	History       store.History
	Dresses       []dressLine
	Shown         string // the dress that the specimen shows, which may not be the one worn
	ShownTitle    string
	Scheme        document.Scheme
	Scale         string
	Brand, Second string
	Proposing     bool
	Colours       []colourLine
	Groups        []tokenGroup
	Grids         []pairGrid
	Exceptions    []exceptionLine
	ForKinds      []kindLine // what the site says for every block of a kind
	OfKinds       []*kind.Kind
	Widths        look.Widths
	WidthRows     []widthRow
	Pasted        string // a client's file that was read
	Found         []foundLine
	FoundAll      int // how many there are on all sheets
	Sheets        []foundSheet
	Unread        []string // what of the file could not be read, the first of it
	UnreadMore    int
}

// colourLine is a colour role in both schemes.
type colourLine struct {
	Name        string
	Light, Dark tokenCell
}

// tokenCell is one token's value as the screen shows it.
type tokenCell struct {
	Text   string // what stands in the field: what the site says, or what is proposed
	Was    string // what the site says
	Dress  string // what the dress and the scale say, which holds where the site says nothing
	Swatch string
	Fresh  bool // it is proposed, not said
}

type tokenGroup struct {
	Title  string
	Tokens []tokenLine
}

type tokenLine struct {
	Name string
	tokenCell
}

// pairGrid is the contrast of every pair of roles that may stand on each other in one scheme.
type pairGrid struct {
	Scheme  string
	Grounds []look.Token
	Rows    []pairRow
}

type pairRow struct {
	Ink   look.Token
	Cells []pairCell
}

type pairCell struct {
	Ratio       string // "" where the two never meet
	Ink, Ground string
	Fails       bool
	Used        int
}

// kindLine is one look value of a kind.
type kindLine struct {
	Kind, Title string
	Key         look.Key
	Value       string
}

// exceptionLine is one record's own look value.
type exceptionLine struct {
	Block, BlockID, Record string
	Key                    look.Key
	Value                  string
}

func (s *Server) house(w http.ResponseWriter, r *http.Request) {
	s.showHouse(w, r, http.StatusOK, "")
}

func (s *Server) showHouse(w http.ResponseWriter, r *http.Request, status int, fault string) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	view, err := s.houseView(w, r, l)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	if fault != "" {
		view.Fault = fault
	}
	s.show(w, r, status, "house.html", view)
}

func (s *Server) houseView(w http.ResponseWriter, r *http.Request, l *store.Loaded) (*houseView, error) {
	house := l.Site.House
	f, err := s.siteFrame(r, "House style of "+l.Site.Name, l)
	if err != nil {
		return nil, err
	}
	f.Back = "house"
	v := &houseView{frame: f, Shown: house.Dress, Scheme: house.Scheme, Scale: house.Scale,
		Widths: l.Site.Widths, WidthRows: widthRows(r, l.Site.Widths), Brand: r.FormValue("brand"),
		Second: r.FormValue("second")}
	if _, ok := s.dresses[r.FormValue("dress")]; ok {
		v.Shown = r.FormValue("dress")
	}
	v.ShownTitle = s.dresses[v.Shown].Title
	for _, name := range s.dresses.Names() {
		v.Dresses = append(v.Dresses, newDressLine(s.dresses[name], house.Dress))
	}
	light, dark, err := v.proposals()
	if err != nil {
		v.Fault = err.Error()
	}
	below, belowDark, err := render.Beneath(l.Site, s.dresses)
	if err != nil {
		return nil, err
	}
	for _, name := range look.Names(look.ColourToken) {
		v.Colours = append(v.Colours, colourLine{name, cellOf(house.Tokens[name], light[look.Token(name)], below, name),
			cellOf(house.Dark[name], dark[look.Token(name)], belowDark, name)})
	}
	for _, category := range look.Categories()[1:] {
		group := tokenGroup{Title: string(category)}
		for _, name := range look.Names(category) {
			group.Tokens = append(group.Tokens, tokenLine{name, tokenCell{Text: house.Tokens[name], Was: house.Tokens[name],
				Dress: below.Value(look.Token(name)).String()}})
		}
		v.Groups = append(v.Groups, group)
	}
	if err := v.grids(l.Site, s.dresses); err != nil {
		return nil, err
	}
	v.exceptions(l.Site)
	v.forKinds(l.Site)
	v.OfKinds = l.Site.Kinds()
	by := author(w, r)
	v.History, err = s.store.History(r.Context(), l.ID, by)
	return v, err
}

// proposals is a palette for each scheme from the brand colours that were asked for; empty where none were.
func (v *houseView) proposals() (light, dark look.Palette, err error) {
	if v.Brand == "" {
		return nil, nil, nil
	}
	brand, err := colour.Parse(v.Brand)
	if err != nil {
		return nil, nil, err
	}
	second := brand
	if v.Second != "" {
		if second, err = colour.Parse(v.Second); err != nil {
			return nil, nil, err
		}
	}
	v.Proposing = true
	return look.Propose(brand, second, false), look.Propose(brand, second, true), nil
}

func cellOf(said string, proposed colour.Colour, dress look.Tokens, name string) tokenCell {
	cell := tokenCell{Text: said, Was: said, Dress: dress.Value(look.Token(name)).String()}
	if proposed != (colour.Colour{}) && proposed.String() != said {
		cell.Text, cell.Fresh = proposed.String(), true
	}
	cell.Swatch = cell.Dress
	if c, err := colour.Parse(cell.Text); err == nil {
		cell.Swatch = c.String()
	}
	return cell
}

// Tried is how the specimen's path names what is tried on.
func (v houseView) Tried() string {
	hex := func(text string) string {
		c, err := colour.Parse(text)
		if err != nil {
			return ""
		}
		return strings.TrimPrefix(c.String(), "#")
	}
	switch {
	case !v.Proposing:
		return v.Shown
	case v.Second == "":
		return v.Shown + "~" + hex(v.Brand)
	}
	return v.Shown + "~" + hex(v.Brand) + "~" + hex(v.Second)
}

// overlaid is tokens with a palette over them.
func overlaid(said map[string]string, palette look.Palette) map[string]string {
	all := maps.Clone(said)
	for role, c := range palette {
		all[string(role)] = c.String()
	}
	return all
}

// grids measures the pairs in the schemes that visitors see, and marks those that the site's blocks use.
func (v *houseView) grids(site *document.Site, registry dresses.Registry) error {
	used := map[look.Pair]int{}
	for i := range site.Blocks {
		subject, err := render.Subject(site, registry, site.Blocks[i].ID, time.Now())
		if err != nil {
			return err
		}
		for pair, n := range marks.UsedPairs(subject) {
			used[look.Pair{Ink: pair.Ink, Ground: pair.Ground}] += n
		}
	}
	light, dark, err := render.Tokens(site, registry)
	if err != nil {
		return err
	}
	if v.Scheme != document.DarkScheme {
		v.Grids = append(v.Grids, newPairGrid("light", light, used))
	}
	if v.Scheme == document.DarkScheme || v.Scheme == document.AutoScheme {
		v.Grids = append(v.Grids, newPairGrid("dark", dark, used))
	}
	return nil
}

func newPairGrid(scheme string, tokens look.Tokens, used map[look.Pair]int) pairGrid {
	grid := pairGrid{Scheme: scheme}
	var inks []look.Token
	needed := map[look.Pair]float64{}
	for _, pair := range look.Pairs() {
		needed[look.Pair{Ink: pair.Ink, Ground: pair.Ground}] = pair.Needed
	}
	for pair := range used {
		if _, ok := needed[pair]; !ok {
			needed[pair] = 4.5
		}
	}
	for _, name := range look.Names(look.ColourToken) { // in the order of the vocabulary
		token := look.Token(name)
		for pair := range needed {
			if pair.Ink == token && !slices.Contains(inks, token) {
				inks = append(inks, token)
			}
			if pair.Ground == token && !slices.Contains(grid.Grounds, token) {
				grid.Grounds = append(grid.Grounds, token)
			}
		}
	}
	colourOf := func(token look.Token) colour.Colour { return tokens.Value(token).(look.ColourValue).Colour }
	for _, ink := range inks {
		row := pairRow{Ink: ink}
		for _, ground := range grid.Grounds {
			pair := look.Pair{Ink: ink, Ground: ground}
			need, meets := needed[pair]
			cell := pairCell{}
			if meets {
				ratio := colour.Contrast(colourOf(ink), colourOf(ground))
				cell = pairCell{Ratio: fmt.Sprintf("%.1f", float64(int(ratio*10))/10), Ink: colourOf(ink).String(),
					Ground: colourOf(ground).String(), Fails: ratio < need, Used: used[pair]}
			}
			row.Cells = append(row.Cells, cell)
		}
		grid.Rows = append(grid.Rows, row)
	}
	return grid
}

// forKinds lists every value that the site says for a kind.
func (v *houseView) forKinds(site *document.Site) {
	for _, k := range site.Kinds() {
		sheet := site.House.Kinds[k.Name]
		for _, key := range slices.SortedFunc(maps.Keys(sheet), func(a, b look.Key) int {
			return strings.Compare(a.String(),
				b.String())
		}) {
			v.ForKinds = append(v.ForKinds, kindLine{k.Name, k.Title, key, sheet[key].String()})
		}
	}
}

// setKindLook takes back what the site says for a kind, or says it anew.
func (s *Server) setKindLook(w http.ResponseWriter, r *http.Request) {
	key, err := look.ParseKey(r.FormValue("key"))
	if err != nil {
		s.fail(w, r, &document.Fault{Problem: err.Error()})
		return
	}
	s.changeHouse(w, r, document.SetLook{Kind: r.FormValue("kind"), Key: key, Text: r.FormValue("text")})
}

// exceptions lists every value that a record says for itself.
func (v *houseView) exceptions(site *document.Site) {
	for i := range site.Blocks {
		b := &site.Blocks[i]
		set := site.SetOf(b)
		var lines []exceptionLine
		for key, value := range b.Look {
			if record, ok := set.RecordByID(key.Record); ok {
				lines = append(lines, exceptionLine{b.Name, b.ID, document.RecordName(set, record), key, value.String()})
			}
		}
		slices.SortFunc(lines, func(a, b exceptionLine) int { return strings.Compare(a.Key.String(), b.Key.String()) })
		v.Exceptions = append(v.Exceptions, lines...)
	}
}

// wasPrefix begins the names of the fields that hold what a page showed.
const wasPrefix = "was."

// setTokens says what stands in the fields; an empty one follows the dress again.
func (s *Server) setTokens(w http.ResponseWriter, r *http.Request) {
	light, dark := document.SetTokens{Texts: map[string]string{}}, document.SetTokens{Texts: map[string]string{},
		Dark: true}
	for name, values := range r.PostForm {
		if n, ok := strings.CutPrefix(name, "take."); ok && values[0] != "" {
			light.Texts[values[0]] = r.PostForm.Get("value." + n)
			continue
		}
		// Only what was changed on the page is said: the rest may have been changed by others since it was shown.
		if was, shown := r.PostForm[wasPrefix+name]; shown && was[0] == values[0] {
			continue
		}
		if token, ok := strings.CutPrefix(name, "light."); ok {
			light.Texts[token] = values[0]
		} else if token, ok := strings.CutPrefix(name, "dark."); ok {
			dark.Texts[token] = values[0]
		}
	}
	s.changeHouse(w, r, document.Batch{Name: "house style", Changes: []document.Change{light, dark}})
}

func (s *Server) setScheme(w http.ResponseWriter, r *http.Request) {
	s.changeHouse(w, r, document.SetScheme{Scheme: document.Scheme(r.FormValue("scheme"))})
}

func (s *Server) setScale(w http.ResponseWriter, r *http.Request) {
	s.changeHouse(w, r, document.SetScale{Text: r.FormValue("scale")})
}

// widthRow is a width as its fields hold it.
type widthRow struct{ Was, Name, Frame, Below string }

// widthRows are the site's widths and a row to add another; or what was sent and not taken.
func widthRows(r *http.Request, widths look.Widths) []widthRow {
	rows := make([]widthRow, look.MostWidths)
	used := 0
	for i := range rows {
		field := func(name string) string { return strings.TrimSpace(r.PostFormValue(fmt.Sprintf("%s.%d", name, i))) }
		rows[i] = widthRow{field("was"), field("name"), field("frame"), field("below")}
		if !r.PostForm.Has("name.0") && i < len(widths) {
			w := widths[i]
			rows[i] = widthRow{w.Name, w.Name, strconv.Itoa(w.Frame), ""}
			if w.Below > 0 {
				rows[i].Below = strconv.Itoa(w.Below)
			}
		}
		if rows[i] != (widthRow{}) {
			used = i + 1
		}
	}
	return rows[:min(used+1, look.MostWidths)]
}

// setWidths reads the rows of widths; what has no name goes.
func (s *Server) setWidths(w http.ResponseWriter, r *http.Request) {
	var texts []string
	was := map[string]string{}
	for _, row := range widthRows(r, nil) {
		if row.Name == "" {
			continue
		}
		text := row.Name + " " + row.Frame
		if row.Below != "" {
			text += " below " + row.Below
		}
		texts = append(texts, text)
		if row.Was != "" {
			was[row.Name] = row.Was
		}
	}
	widths, err := look.ParseWidths(strings.Join(texts, ", "))
	if err != nil {
		s.showHouse(w, r, http.StatusUnprocessableEntity, "The widths are as they were: "+err.Error()+".")
		return
	}
	s.changeHouse(w, r, document.SetWidths{Widths: widths, Was: was})
}

// changeHouse carries out a change of the house style and shows it.
func (s *Server) changeHouse(w http.ResponseWriter, r *http.Request, change document.Change) {
	if after := s.pageEdit(w, r, s.showHouse, change); after != nil {
		http.Redirect(w, r, saved("/sites/"+after.ID+"/house", after), http.StatusSeeOther)
	}
}

// specimen serves the page that shows every kind in every form in a dress.
func (s *Server) specimen(w http.ResponseWriter, r *http.Request) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	// The brand colours stand in the path, so that the page's own files are asked for beside it.
	words := strings.Split(chi.URLParam(r, "dress"), "~")
	if _, ok := s.dresses[words[0]]; !ok {
		s.fail(w, r, store.ErrNotFound)
		return
	}
	tried := *l.Site
	tried.House.Dress = words[0]
	if len(words) > 1 {
		asked := houseView{Brand: "#" + words[1], Second: "#" + words[len(words)-1]}
		light, dark, err := asked.proposals()
		if err != nil {
			s.fail(w, r, &document.Fault{Problem: err.Error()})
			return
		}
		tried.House.Tokens, tried.House.Dark = overlaid(tried.House.Tokens, light), overlaid(tried.House.Dark, dark)
	}
	files, err := s.rendered.of(l, "specimen/"+strings.Join(words, "~"), func(now time.Time) ([]release.File,
		error) {
		return render.Specimen(&tried, s.dresses, now)
	})
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.serveFile(w, r, files)
}
