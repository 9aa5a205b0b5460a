package bench

import (
	"math"
	"net/http"
	"slices"
	"strconv"
	"strings"
	"time"

	"rubrel/core/colour"
	"rubrel/core/ledger"
	"rubrel/core/look"
	"rubrel/dresses"
	"rubrel/render"
)

// control serves the tray for the cell that is asked for.
func (s *Screen) control(w http.ResponseWriter, r *http.Request) {
	l, block := s.LoadBlock(w, r)
	if l == nil {
		return
	}
	at := r.FormValue("at")
	if place, ok := placeControl(block, l.Site.SetOf(block), at, l.ID); ok {
		s.Show(w, r, http.StatusOK, "place", place)
		return
	}
	text, ok := strings.CutPrefix(at, "look/")
	key, err := look.ParseKey(text)
	if !ok || err != nil {
		http.Error(w, "this cell has no control", http.StatusUnprocessableEntity)
		return
	}
	set := l.Site.SetOf(block)
	part, known := set.Kind.PartNamed(key.Part)
	property, err := look.PropertyNamed(key.Property)
	if !known || err != nil || !part.Has(key.Property) {
		http.Error(w, "this cell has no control", http.StatusUnprocessableEntity)
		return
	}
	cascade, tokens, err := render.Cascade(l.Site, s.Dresses, block.ID)
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	var pictures []string
	for _, p := range l.Site.Pictures {
		pictures = append(pictures, p.ID)
	}
	c := controls{tokens: tokens, pictures: pictures}
	view := c.of(at, property, ledger.Effective(set, block, cascade, key, part))
	view.Joined, view.Sided = view.Joined && r.FormValue("parted") == "", part.As[property.Name] == ""
	view.Chips = c.chips(property, s.Dresses[l.Site.House.Dress])
	if form := l.Site.FormOf(block); form.Packings != nil && property.Name == columnsProperty && key.Record == "" {
		subject, err := s.Subject(l.Site, block.ID, time.Now())
		if err != nil {
			s.Fail(w, r, err)
			return
		}
		width := max(0, l.Site.Widths.Index(key.Width))
		view.Packings = packed(form.Packings(subject.View, width), key)
	}
	s.Show(w, r, http.StatusOK, "control", view)
}

// controls makes fields of values.
type controls struct {
	tokens   look.Tokens
	pictures []string
}

// of chooses the control for a property and fills it with the value that holds; nil where nothing says one.
func (c controls) of(at string, p look.Property, v look.Value) controlView {
	view := controlView{At: at, Property: p.Name, Hint: p.Hint, Words: p.Keywords}
	if v != nil {
		view.Text = v.String()
	}
	if slices.Contains(p.Keywords, view.Text) {
		view.Word = view.Text
	}
	plain := v
	if token, is := v.(look.Token); is {
		plain = c.tokens.Value(token)
	}
	switch p.Name {
	case "color", "background-color":
		view.Shape, view.Ink = "ink", c.ink(v)
	case "background-image":
		c.ground(&view, v)
	case "box-shadow", "text-shadow", "filter":
		c.shadows(&view, p, plain)
	case "border":
		c.borders(&view, v)
	case "padding", "margin", "border-radius":
		c.sides(&view, p, v)
	case "transition-timing-function", "animation-timing-function":
		view.Shape, view.Ease = "easing", ease(v)
	case "translate":
		view.Shape, view.Offset = "move", offset(v)
	default:
		c.single(&view, p, plain)
	}
	return view
}

// single is a value of one number, one word of a few, or any text.
func (c controls) single(view *controlView, p look.Property, v look.Value) {
	switch {
	case p.Span != nil:
		view.Shape, view.Number = "number", number(*p.Span, v)
	case len(p.Keywords) > 0:
		view.Shape = "words"
	default:
		view.Shape = "text"
	}
}

func number(s look.Span, v look.Value) numberField {
	n := s.Initial
	switch v := v.(type) {
	case look.Length:
		n = float64(v.Milli) / 1000
		s = s.SpanIn(v.Unit)
	case look.Duration:
		n = float64(v)
	case look.Delay:
		n = float64(v.Duration)
	case look.Fluid:
		n = float64(v.To.Milli) / 1000
	}
	return numberField{brief(n), s.Unit, brief(min(s.Least, n)), brief(max(s.Most, n)), brief(s.Step)}
}

// brief is a number without needless noughts.
func brief(n float64) string {
	return strconv.FormatFloat(math.Round(n*1000)/1000, 'f', -1, 64)
}

// ink takes a colour apart. Roles stand for themselves.
func (c controls) ink(v look.Value) inkField {
	f := inkField{Text: "ink", Roles: c.roles()}
	if v != nil {
		f.Text = v.String()
	}
	shown, ok := v.(look.ColourValue)
	if token, is := v.(look.Token); is || !ok {
		if !is {
			token = "ink"
		}
		shown, _ = c.tokens.Value(token).(look.ColourValue)
	}
	o := shown.Colour.OKLCH()
	f.Shown, f.L, f.C, f.H, f.A = shown.Colour.String(), brief(o.L), brief(o.C),
		strconv.FormatFloat(math.Mod(o.H+360, 360), 'f', 1, 64), brief(shown.Alpha)
	return f
}

func (c controls) roles() []chip {
	var roles []chip
	for _, name := range look.Names(look.ColourToken) {
		value := c.tokens.Value(look.Token(name)).(look.ColourValue)
		roles = append(roles, chip{name, value.Colour.String(), value.Colour.String()})
	}
	return roles
}

// chips are the tokens that a property can take, but for colours, which each ink offers; and for a family, those of the
// dress.
func (c controls) chips(p look.Property, dress *dresses.Dress) []chip {
	if p.Tokens == "" || p.Tokens == look.ColourToken {
		return nil
	}
	var chips []chip
	for _, name := range look.Names(p.Tokens) {
		chips = append(chips, chip{Name: name, Value: c.tokens.Value(look.Token(name)).String()})
	}
	if p.Tokens == look.FamilyToken && dress != nil {
		for _, face := range dress.Faces {
			if !slices.ContainsFunc(chips, func(c chip) bool { return c.Name == face.Family }) {
				chips = append(chips, chip{Name: face.Family, Value: "a font of the dress"})
			}
		}
	}
	return chips
}

// layerChoices are the sorts of image, with what each begins as.
func (c controls) layerChoices() []layerChoice {
	choices := []layerChoice{
		{"linear", "linear-gradient(135deg, accent 0%, ink 100%)"},
		{"radial", "radial-gradient(at 50% 50%, raised 0%, ground 100%)"},
		{"conic", "conic-gradient(from 0deg at 50% 50%, accent 0%, ink 100%)"},
		{"stripes", "stripes(line, 2px, 12px)"}, {"dots", "dots(line, 3px, 16px)"}, {"grid", "grid(line, 1px, 24px)"},
		{"checks", "checks(line, 12px)"},
	}
	if len(c.pictures) > 0 {
		choices = append(choices, layerChoice{"picture", "picture(" + c.pictures[0] + ")"})
	}
	return choices
}

func (c controls) ground(view *controlView, v look.Value) {
	view.Shape, view.Adds = "ground", c.layerChoices()
	layers, _ := v.(look.Layers)
	for _, layer := range layers {
		f := layerField{Pictures: c.pictures}
		switch layer := layer.(type) {
		case look.Gradient:
			f.Choice, f.Angle = layer.Course.String(), share(layer.Angle)
			f.AtX, f.AtY = share(layer.At[0]), share(layer.At[1])
			for _, stop := range layer.Stops {
				f.Stops = append(f.Stops, stopField{share(stop.Place), c.ink(stop.Ink)})
			}
		case look.Pattern:
			f.Choice, f.Ink, f.Mark, f.Pitch, f.Angle = string(layer.Motif), c.ink(layer.Ink), share(layer.Mark),
				share(layer.Pitch), share(layer.Angle)
		case look.Picture:
			f.Choice, f.Picture, f.Size, f.PlaceX, f.PlaceY = "picture", layer.Name, layer.Size, share(layer.At[0]),
				share(layer.At[1])
			if f.Size != "cover" && f.Size != "contain" {
				f.Tile, f.Size = strings.TrimSuffix(f.Size, "px"), "repeat"
			}
		}
		view.Layers = append(view.Layers, f)
	}
}

// share is a length's number.
func share(l look.Length) string { return brief(float64(l.Milli) / 1000) }

func (c controls) shadows(view *controlView, p look.Property, v look.Value) {
	view.Shape, view.Inset = "shadows", p.Name == "box-shadow"
	shadows, _ := v.(look.Shadows)
	if texts, is := v.(look.TextShadows); is {
		shadows = look.Shadows(texts)
	}
	if filter, is := v.(look.Filter); is {
		shadows = look.Shadows(filter)
	}
	view.Adds = []layerChoice{{"shadow", "0 2px 8px 0 #00000033"}}
	if !view.Inset {
		view.Adds[0].Text = "0 1px 2px #00000066"
	}
	for _, s := range shadows {
		view.Shadows = append(view.Shadows, shadowField{s.Inset, share(s.X), share(s.Y), share(s.Blur), share(s.Spread),
			c.ink(s.Ink)})
	}
}

func (c controls) borders(view *controlView, v look.Value) {
	view.Shape, view.Names = "border", sideNames
	four, said := look.BordersOf(v)
	view.Joined = four.Alike()
	for _, b := range four {
		field := borderField{"1", "solid", c.ink(look.Token("line")), b.String()}
		switch {
		case said && !b.None():
			width, _ := b.Width.(look.Length)
			field.Width, field.Style, field.Ink = share(width), string(b.Style), c.ink(b.Ink)
		case said && !view.Joined:
			field.Style = b.String()
		}
		view.Borders = append(view.Borders, field)
	}
}

// sideNames are those of the sides, in CSS order.
var sideNames = []string{"top", "right", "bottom", "left"}

func (c controls) sides(view *controlView, p look.Property, v look.Value) {
	view.Shape, view.Names, view.Joined = "sides", sideNames, true
	if p.Name == "border-radius" {
		view.Names = []string{"top left", "top right", "bottom right", "bottom left"}
	}
	sides, ok := v.(look.Sides)
	for i := range view.Sides {
		view.Sides[i] = "0"
		if ok {
			view.Sides[i] = sides[i].String()
		}
		view.Joined = view.Joined && view.Sides[i] == view.Sides[0]
	}
}

// namedEases are the curves that CSS has names for (CSS Easing 1, section 2.2.1).
var namedEases = map[string][4]string{
	"linear": {"0", "0", "1", "1"}, "ease": {"0.25", "0.1", "0.25", "1"}, "ease-in": {"0.42", "0", "1", "1"},
	"ease-out": {"0", "0", "0.58", "1"}, "ease-in-out": {"0.42", "0", "0.58", "1"},
}

func ease(v look.Value) [4]string {
	switch v := v.(type) {
	case look.Bezier:
		return [4]string{share(v[0]), share(v[1]), share(v[2]), share(v[3])}
	case look.Keyword:
		if named, ok := namedEases[v.String()]; ok {
			return named
		}
	}
	return namedEases["ease"]
}

func offset(v look.Value) [2]numberField {
	at, _ := v.(look.Offset)
	var fields [2]numberField
	for i := range fields {
		fields[i] = number(look.Span{Unit: "px", Least: -60, Most: 60, Step: 1}, at[i])
	}
	return fields
}

// SVG is the stop's colour with no alpha, for where a shape is filled.
func (f inkField) SVG() string {
	c, err := colour.Parse(f.Shown)
	if err != nil {
		return "none"
	}
	c.Alpha = 1
	return c.String()
}
