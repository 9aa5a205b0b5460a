package render

import (
	_ "embed"
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"
	"time"

	"rubrel/core/colour"
	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/measure"
	"rubrel/dresses"
)

//go:embed base.css
var baseCSS string

//go:embed reset.css
var resetCSS string

//go:embed page.css
var pageCSS string

// The cascade layers. Among important declarations the first is the strongest, else the last: see harden.
const (
	layers     = "@layer rubrel.form,rubrel.look;"
	hardLayers = "@layer rubrel.look,rubrel.form,rubrel.reset;"
)

// dressed is a site with its dress: the tokens it shows and the levels of each block's look.
type dressed struct {
	site        *document.Site
	dress       *dresses.Dress
	light, dark look.Tokens
	faces       []dresses.Face // with the files that the site's languages need
	fallbacks   []dresses.Fallback
	now         time.Time
	house, root string          // see houseCSS and rootClass
	anywhere    bool            // it is for pages that others make, where it may stand twice
	placed      map[string]bool // the blocks that stand on the page that is being written
	further     string          // of the style of the page around the blocks, besides what every page has
}

func dressedSite(site *document.Site, registry dresses.Registry, now time.Time) (*dressed, error) {
	dress, ok := registry[site.House.Dress]
	if !ok {
		return nil, fmt.Errorf("/house/dress: there is no dress %q; there are %s", site.House.Dress,
			strings.Join(registry.Names(), ", "))
	}
	d := &dressed{site: site, dress: dress, now: now}
	languages := []string{site.Language}
	for _, page := range site.Pages {
		languages = append(languages, site.PageLanguage(page))
	}
	var err error
	if d.faces, err = dress.FacesFor(languages); err != nil {
		return nil, fmt.Errorf("dress %s: %w", dress.Name, err)
	}
	if d.fallbacks, err = dress.Fallbacks(); err != nil {
		return nil, fmt.Errorf("dress %s: %w", dress.Name, err)
	}
	light, dark, err := beneath(site, dress)
	if err != nil {
		return nil, err
	}
	if d.light, err = light.With(site.House.Tokens); err != nil {
		return nil, fmt.Errorf("/house/tokens: %w", err)
	}
	said := map[string]string{}
	maps.Copy(said, site.House.Dark)
	for name, text := range site.House.Tokens {
		if category, _ := look.CategoryOf(name); category != look.ColourToken {
			said[name] = text
		}
	}
	if d.dark, err = dark.With(said); err != nil {
		return nil, fmt.Errorf("/house/dark: %w", err)
	}
	return d, nil
}

// beneath is the tokens of a dress with the site's scale of sizes: what holds where the site says no token.
func beneath(site *document.Site, dress *dresses.Dress) (light, dark look.Tokens, err error) {
	if site.House.Scale == "" {
		return dress.Light, dress.Dark, nil
	}
	scale, err := look.ParseScale(site.House.Scale)
	if err != nil {
		return light, dark, fmt.Errorf("/house/scale: %w", err)
	}
	if light, err = dress.Light.With(scale.Texts()); err != nil {
		return light, dark, fmt.Errorf("/house/scale: %w", err)
	}
	dark, err = dress.Dark.With(scale.Texts())
	return light, dark, err
}

// Beneath is what a site's tokens are where it says none itself, light and dark.
func Beneath(site *document.Site, registry dresses.Registry) (light, dark look.Tokens, err error) {
	d, err := dressedSite(site, registry, time.Time{})
	if err != nil {
		return light, dark, err
	}
	return beneath(site, d.dress)
}

// cascade is the site's cascade for a block with the dress's own sheet for the kind below the site's.
func (d *dressed) cascade(b *document.Block) (look.Cascade, error) {
	c, err := d.site.Cascade(b)
	if err != nil {
		return c, err
	}
	set := d.site.SetOf(b)
	kindSheet := look.Sheet{}
	maps.Copy(kindSheet, d.dress.Kinds[set.Kind.Name])
	maps.Copy(kindSheet, c.Kind)
	c.Kind = kindSheet
	following := map[string]bool{}
	for _, part := range set.Kind.PartsOf(b.Form) {
		if part.InkFollows {
			following[part.Name] = true
		}
	}
	return c.WithInks(following, d.inkOn), nil
}

// inks are the colour roles that text is set in.
var inks = []look.Token{"ink", "on-feature", "raised", "ground", "on-accent"}

// inkOn is the role that stands out most from a ground, in every scheme that the site shows. Where none stands out
// enough, as on a fixed ground in a site that is light and dark, it is a colour: of a role in one of the schemes, or
// black or white. A ground that lets through what is below it has none.
func (d *dressed) inkOn(ground look.Value) (look.Value, bool) {
	candidates := make([]look.Value, 0, 4*len(inks))
	for _, role := range inks {
		candidates = append(candidates, role)
	}
	if best, contrast := d.mostSeen(candidates, ground); contrast >= enough || best == nil {
		return best, best != nil
	}
	for _, tokens := range []look.Tokens{d.light, d.dark} {
		for _, role := range inks {
			candidates = append(candidates, tokens.Value(role))
		}
	}
	best, _ := d.mostSeen(append(candidates, look.ColourValue{Colour: colour.Black},
		look.ColourValue{Colour: colour.White}), ground)
	return best, best != nil
}

// enough is the contrast that text needs (WCAG 2.2, 1.4.3).
const enough = 4.5

// mostSeen is the candidate with the most contrast on a ground in the scheme where it has the least; nil where a colour
// is not known.
func (d *dressed) mostSeen(candidates []look.Value, ground look.Value) (best look.Value, most float64) {
	for _, candidate := range candidates {
		least := math.Inf(1)
		for _, tokens := range d.schemes() {
			behind, ok := colourOf(tokens, ground)
			ink, also := colourOf(tokens, candidate)
			if !ok || !also || behind.Alpha < 1 {
				return nil, 0
			}
			least = min(least, colour.Contrast(ink, behind))
		}
		if least > most {
			best, most = candidate, least
		}
	}
	return best, most
}

func colourOf(tokens look.Tokens, v look.Value) (colour.Colour, bool) {
	if token, ok := v.(look.Token); ok {
		v = tokens.Value(token)
	}
	c, ok := v.(look.ColourValue)
	return c.Colour, ok
}

// schemes are the tokens of each scheme that the site shows.
func (d *dressed) schemes() map[string]look.Tokens {
	schemes := map[string]look.Tokens{}
	if d.site.House.Scheme != document.DarkScheme {
		schemes["light"] = d.light
	}
	if d.site.House.Scheme == document.DarkScheme || d.site.House.Scheme == document.AutoScheme {
		schemes["dark"] = d.dark
	}
	return schemes
}

// Cascade is a block's look with its dress: what the ledger shows, and what a release is written from.
func Cascade(site *document.Site, registry dresses.Registry, blockID string) (look.Cascade, look.Tokens, error) {
	d, err := dressedSite(site, registry, time.Time{})
	if err != nil {
		return look.Cascade{}, look.Tokens{}, err
	}
	b, ok := site.BlockByID(blockID)
	if !ok {
		return look.Cascade{}, look.Tokens{}, fmt.Errorf("there is no block %q", blockID)
	}
	c, err := d.cascade(b)
	return c, d.light, err
}

// Tokens are a site's, light and dark, with its dress.
func Tokens(site *document.Site, registry dresses.Registry) (light, dark look.Tokens, err error) {
	d, err := dressedSite(site, registry, time.Time{})
	if err != nil {
		return light, dark, err
	}
	return d.light, d.dark, nil
}

// Subject is a block as its checks see it, in the schemes that the site shows to visitors.
func Subject(site *document.Site, registry dresses.Registry, blockID string, now time.Time) (measure.Subject, error) {
	d, err := dressedSite(site, registry, now)
	if err != nil {
		return measure.Subject{}, err
	}
	b, ok := site.BlockByID(blockID)
	if !ok {
		return measure.Subject{}, fmt.Errorf("there is no block %q", blockID)
	}
	return d.wholeSubject(b)
}

// wholeSubject is a block with its look, and with those that stand within it.
func (d *dressed) wholeSubject(b *document.Block) (measure.Subject, error) {
	c, err := d.cascade(b)
	if err != nil {
		return measure.Subject{}, err
	}
	subject, err := d.subject(b, c)
	set := d.site.SetOf(b)
	if err != nil || !set.Kind.HoldsBlocks {
		return subject, err
	}
	for _, ref := range set.Refs() {
		held, ok := d.site.BlockByID(ref.ID)
		if ref.To != kind.BlockOffer || !ok {
			continue
		}
		within, err := d.wholeSubject(held)
		if err != nil {
			return subject, err
		}
		subject.Within = append(subject.Within, within)
	}
	return subject, nil
}

// subject is a block with its look.
func (d *dressed) subject(b *document.Block, c look.Cascade) (measure.Subject, error) {
	s := measure.Subject{Site: d.site, Block: b, Cascade: c, Schemes: d.schemes(), Now: d.now, View: d.view(b, c)}
	var err error
	if s.Book, err = d.dress.Book(); err != nil {
		return s, fmt.Errorf("dress %s: %w", d.dress.Name, err)
	}
	return s.Measured(), nil
}

// houseCSS is what all blocks of a site share: the layers, the reset, the tokens. Its selectors are rootSelector's.
func (d *dressed) houseCSS() string {
	if d.house == "" {
		d.house = withFallbacks(d.writeHouse(), d.fallbacks)
	}
	return d.house
}

func (d *dressed) writeHouse() string {
	var b strings.Builder
	if d.anywhere {
		b.WriteString(hardLayers + resetCSS)
	} else {
		b.WriteString(layers)
	}
	b.WriteString(baseCSS + "@layer rubrel.look{")
	tokens, other := d.light, d.dark
	if d.site.House.Scheme == document.DarkScheme {
		tokens = d.dark
	}
	writeTokens(&b, wholeBlock, tokens.CSS())
	if fluid := fluidOnly(tokens.CSS()); len(fluid) > 0 {
		writeTokens(&b, ".rb>*", fluid)
	}
	if d.site.House.Scheme == document.AutoScheme {
		b.WriteString("@media (prefers-color-scheme:dark){")
		writeTokens(&b, wholeBlock, differing(other.CSS(), tokens.CSS()))
		b.WriteString("}")
	}
	if d.site.House.Scheme != document.LightScheme { // paper is light
		b.WriteString("@media print{")
		writeTokens(&b, wholeBlock, differing(d.light.CSS(), d.dark.CSS()))
		b.WriteString("}")
	}
	b.WriteString("}")
	return b.String()
}

// wholeBlock is where tokens are said: on every block, and on the page that is made of blocks.
const wholeBlock = ".rb,:root:has(>body>main>.rb )"

func writeTokens(b *strings.Builder, selector string, declarations []look.Declaration) {
	b.WriteString(selector + "{")
	for i, d := range declarations {
		if i > 0 {
			b.WriteByte(';')
		}
		b.WriteString(d.String())
	}
	b.WriteString("}")
}

// fluidOnly is the tokens that follow the block's width. They are said again inside the block, where its width is
// known: a custom property takes the values of others where it is said, not where it is used.
func fluidOnly(declarations []look.Declaration) []look.Declaration {
	return slices.DeleteFunc(slices.Clone(declarations), func(d look.Declaration) bool {
		return !strings.Contains(d.Value,
			look.WidthProperty)
	})
}

func differing(a, b []look.Declaration) []look.Declaration {
	return slices.DeleteFunc(slices.Clone(a), func(d look.Declaration) bool { return slices.Contains(b, d) })
}

// formsCSS is the layout of the forms that some blocks use, each style sheet once.
func formsCSS(pieces []piece) string {
	var b strings.Builder
	seen := map[string]bool{}
	b.WriteString("@layer rubrel.form{")
	for _, p := range pieces {
		for _, sheet := range p.sheets {
			if !seen[sheet.class] {
				b.WriteString(sheet.css)
			}
			seen[sheet.class] = true
		}
	}
	b.WriteString("}")
	return b.String()
}

// blockCSS is a block's own, and the class by which it reaches the block: the variables of its layout and its look.
func (d *dressed) blockCSS(b *document.Block, form kind.Form, view kind.View, cascade look.Cascade,
	rules []look.Rule) (class, css string) {
	class = look.ClassPrefix + "b-" + b.ID
	const open = "-?" // no class has it: it stands for the content's until that is known
	var out strings.Builder
	variables := leftOut(view)
	if form.Variables != nil {
		variables = append(variables, form.Variables(view)...)
	}
	writeVariables(&out, class+open, d.site.Widths, variables)
	out.WriteString(cascade.WriteRules(class+open, rules))
	named := class + strings.TrimPrefix(contentClass(out.String()), strings.TrimSuffix(look.ClassPrefix, "-"))
	return named, "@layer rubrel.look{" + strings.ReplaceAll(out.String(), class+open, named) + "}"
}

// leftOut has no element of a record shown at the widths at which its part is left out: in a table a record has cells
// besides that part.
func leftOut(v kind.View) []kind.Variable {
	var variables []kind.Variable
	for _, r := range v.Set.Records {
		shown := true
		for width := range v.Widths {
			if v.Shows(r, width) == shown {
				continue
			}
			value := look.Keyword("none")
			if shown = !shown; shown {
				value = "shown"
			}
			variables = append(variables, kind.Variable{Name: "display", Width: width, Record: r.ID, Value: value.CSS()})
		}
	}
	return variables
}

// recordRefs are the records as far as their look goes.
func recordRefs(set *document.Set) []look.RecordRef {
	records := make([]look.RecordRef, len(set.Records))
	for i, r := range set.Records {
		records[i] = look.RecordRef{ID: r.ID, Featured: r.Featured}
	}
	return records
}

// writeVariables sets the layout's variables: those of the block on its first element, since a container cannot query
// itself, and those of a record on the record's.
func writeVariables(b *strings.Builder, class string, widths look.Widths, variables []kind.Variable) {
	for i, width := range widths {
		var own []kind.Variable
		for _, v := range variables {
			if v.Width == i {
				own = append(own, v)
			}
		}
		slices.SortStableFunc(own, func(a, b kind.Variable) int { return a.From - b.From })
		for len(own) > 0 {
			from := own[0].From
			n := slices.IndexFunc(own, func(v kind.Variable) bool { return v.From != from })
			if n < 0 {
				n = len(own)
			}
			writeUnder(b, containerQuery(from, width.Below), variableRules(class, own[:n]))
			own = own[n:]
		}
	}
}

// containerQuery is the condition under which a block is at least and less than so many CSS px wide; 0 is no bound, and
// "" no condition. What has room from a width on has it later where a visitor's text is larger.
func containerQuery(from, below int) string {
	var bounds []string
	if from > 0 {
		bounds = append(bounds, "(width >= "+look.Length{Milli: int64(from) * 1000, Unit: "px"}.Rem()+")")
	}
	if below > 0 {
		bounds = append(bounds, fmt.Sprintf("(width < %dpx)", below))
	}
	if bounds == nil {
		return ""
	}
	return "@container " + look.ContainerName + " " + strings.Join(bounds, " and ")
}

func writeUnder(b *strings.Builder, condition, rules string) {
	if condition != "" {
		rules = condition + "{" + rules + "}"
	}
	b.WriteString(rules)
}

// variableRules are the rules that say some variables, of the block and of its records.
func variableRules(class string, variables []kind.Variable) string {
	said := map[string][]string{}
	var records []string
	for _, v := range variables {
		if _, known := said[v.Record]; !known {
			records = append(records, v.Record)
		}
		said[v.Record] = append(said[v.Record], v.Name+":"+v.Value)
	}
	var rules strings.Builder
	for _, record := range records {
		place := ">*"
		if record != "" {
			place = ` [data-record="` + record + `"]`
		}
		rules.WriteString(":where(." + class + place + "){" + strings.Join(said[record], ";") + "}")
	}
	return rules.String()
}
