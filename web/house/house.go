package house

import (
	"maps"
	"net/http"
	"slices"
	"strings"

	"rubrel/core/colour"
	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/render"
	"rubrel/store"
	"rubrel/web/screen"
)

// houseView is the house style: the dress, its tokens with what the site says over them, which pairs are readable and
// used, and every exception of the site.
type houseView struct {
	screen.Frame
	History       store.History
	Dresses       []screen.DressLine
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

func (s *Screen) house(w http.ResponseWriter, r *http.Request) {
	s.Again(w, r, http.StatusOK, "")
}

// Again shows the house style, with what went wrong.
func (s *Screen) Again(w http.ResponseWriter, r *http.Request, status int, fault string) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	view, err := s.houseView(w, r, l)
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	if fault != "" {
		view.Fault = fault
	}
	s.Show(w, r, status, "house.html", view)
}

func (s *Screen) houseView(w http.ResponseWriter, r *http.Request, l *store.Loaded) (*houseView, error) {
	house := l.Site.House
	f, err := s.SiteFrame(r, "House style of "+l.Site.Name, l)
	if err != nil {
		return nil, err
	}
	f.Back = Path
	v := &houseView{Frame: f, Shown: house.Dress, Scheme: house.Scheme, Scale: house.Scale,
		Widths: l.Site.Widths, WidthRows: widthRows(r, l.Site.Widths), Brand: r.FormValue("brand"),
		Second: r.FormValue("second")}
	if _, ok := s.Dresses[r.FormValue("dress")]; ok {
		v.Shown = r.FormValue("dress")
	}
	v.ShownTitle = s.Dresses[v.Shown].Title
	for _, name := range s.Dresses.Names() {
		v.Dresses = append(v.Dresses, screen.NewDressLine(s.Dresses[name], house.Dress))
	}
	light, dark, err := v.proposals()
	if err != nil {
		v.Fault = err.Error()
	}
	below, belowDark, err := render.Beneath(l.Site, s.Dresses)
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
	if err := v.grids(l.Site, s.Dresses); err != nil {
		return nil, err
	}
	v.exceptions(l.Site)
	v.forKinds(l.Site)
	v.OfKinds = l.Site.Kinds()
	by := screen.Author(w, r)
	v.History, err = s.Store.History(r.Context(), l.ID, by)
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
