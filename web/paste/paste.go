package paste

import (
	"encoding/json"
	"errors"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/document"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/formats/delimited"
	"rubrel/formats/lists"
	"rubrel/formats/sheets"
	"rubrel/store"
	"rubrel/web/screen"
)

// pasteView is the paste screen: what was pasted beside what was understood.
type pasteView struct {
	screen.Frame
	Kinds   []*kind.Kind // those that can be pasted
	Kind    *kind.Kind
	Text    string
	Name    string
	Table   kind.Table
	Reading *intake.Reading
	// Files are what could not be taken of the file itself.
	Files []string
	// Said are the answers so far, by the ID of the question.
	Said map[string]string
	// Shows is the language that the list shows, where it is another than the site's; Takes says that the site takes
	// it.
	Shows string
	Takes bool
	// Sheets are the names of the sheets of a file that has several, Sheet is the one that is read, and Book has the texts
	// of all, in JSON.
	Sheets []string
	Sheet  int
	Book   string
	// Accept are the extensions of the files that can be chosen; Joins are those of which several are one list.
	// Formats are their names for people.
	Accept, Joins, Formats string
	// Targets are the sets into which the list can go, Into is the one into which it goes, nil for a new block; At is the
	// block from which the designer comes. Revision is the list beside that set, Chosen which of the differences are
	// taken, and SaidMatches are the corrections of which record is which.
	Targets     []target
	Into        *document.Set
	At          string
	Revision    *intake.Revision
	Chosen      map[string]bool
	SaidMatches []match
	// Held are the pictures that came with the list, in JSON: see pasted.
	Held string
	// From is where the list comes from, and Daily that its address is read every day from now on.
	From document.Origin
	// Arrival is what the address of the set's list said last, where it is read every day.
	Arrival *store.Arrival
	// Asks says that there is a way to ask addresses, Asked is the one that was typed.
	Asks  bool
	Asked string
}

func (s *Screen) pasteForm(w http.ResponseWriter, r *http.Request) {
	s.showPaste(w, r, http.StatusOK, &pasteView{Name: r.FormValue("name")})
}

func (s *Screen) showPaste(w http.ResponseWriter, r *http.Request, status int, view *pasteView) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	fault := view.Fault
	var err error
	if view.Frame, err = s.SiteFrame(r, "Paste a list", l); err != nil {
		s.Fail(w, r, err)
		return
	}
	view.Fault = fault
	if base, _, _ := strings.Cut(l.Site.Language, "-"); base == view.Shows {
		view.Shows = ""
	}
	// A site that holds nothing yet has the language of what it is made of, unless the designer says otherwise.
	view.Takes = view.Takes || len(l.Site.Blocks) == 0 && r.FormValue("asked") == ""
	if view.Kind == nil {
		view.Kind = s.pasteKind(r)
	}
	for _, k := range s.Kinds {
		if k.Intake != nil {
			view.Kinds = append(view.Kinds, k)
		}
	}
	view.Accept = strings.Join(lists.Extensions(view.Kind), ",")
	view.Formats = lists.Words(view.Kind)
	view.Joins = strings.Join(lists.PartialExtensions(view.Kind), ",")
	view.At = r.FormValue(atField)
	view.Targets = targetsOf(l.Site, view.Kind, view.At)
	if i := slices.IndexFunc(view.Targets, func(t target) bool { return t.Set.ID == r.FormValue(intoField) }); i >= 0 {
		view.Into = view.Targets[i].Set
	}
	view.Asks = s.Asker != nil
	if view.Arrival, err = s.ArrivalOf(r.Context(), l, view.Into); err != nil {
		s.Fail(w, r, err)
		return
	}
	s.Show(w, r, status, "paste.html", view)
}

// pasteKind is the kind asked for, or the first that can be pasted.
func (s *Screen) pasteKind(r *http.Request) *kind.Kind {
	if k, ok := s.Kinds.Named(r.FormValue("kind")); ok && k.Intake != nil {
		return k
	}
	for _, k := range s.Kinds {
		if k.Intake != nil {
			return k
		}
	}
	return nil
}

// pasteRead shows what is understood of a pasted or uploaded table, with the designer's corrections.
func (s *Screen) pasteRead(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	view, err := s.readPasted(r, l.Site)
	if err == nil {
		err = view.foundAny()
	}
	status := http.StatusOK
	if err != nil {
		status, view.Fault = explainPaste(err)
	}
	s.showPaste(w, r, status, view)
}

// pasteMake makes the block of what was understood.
func (s *Screen) pasteMake(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	view, err := s.readPasted(r, l.Site)
	if err == nil {
		err = view.foundAny()
	}
	if err != nil {
		status, message := explainPaste(err)
		view.Fault = message
		s.showPaste(w, r, status, view)
		return
	}
	changes, err := s.heldPictures(r.Context(), view.Reading.Set, view.Held)
	if err != nil {
		status, message := explainPaste(err)
		view.Fault = message
		s.showPaste(w, r, status, view)
		return
	}
	var change document.Change = document.AddBlock{Name: view.Name, Set: view.Reading.Set,
		List: view.made()}
	changes = append(changes, change)
	if view.Shows != "" && view.Takes {
		changes = append(changes, document.SetLanguage{Language: view.Shows})
	}
	if len(changes) > 1 {
		change = document.Batch{Name: change.Label(nil), Changes: changes}
	}
	again := func(w http.ResponseWriter, r *http.Request, status int, fault string) {
		view.Fault = fault
		s.showPaste(w, r, status, view)
	}
	if after := s.PageEdit(w, r, again, change); after != nil {
		http.Redirect(w, r, screen.NewestBlock(after), http.StatusSeeOther)
	}
}

// foundAny refuses a list in which no record was found: taken into a set, everything in that would be gone.
func (v *pasteView) foundAny() error {
	if len(v.Reading.Set.Records) > 0 {
		return nil
	}
	return errors.New("no " + v.Kind.One + " was found in this list")
}

func explainPaste(err error) (int, string) {
	if status, message := screen.Explain(err); status != http.StatusInternalServerError {
		return status, message
	}
	return http.StatusUnprocessableEntity, err.Error()
}

// readPasted reads what was pasted or uploaded to a site.
func (s *Screen) readPasted(r *http.Request, site *document.Site) (*pasteView, error) {
	view := &pasteView{Held: r.FormValue("held")}
	view.Kind, view.Name = s.pasteKind(r), strings.TrimSpace(r.FormValue("name"))
	view.Text = lists.PlainText([]byte(r.FormValue("text")))
	source, err := s.sourceOf(r, site, view)
	if err != nil {
		return view, err
	}
	from, err := s.sheetsOf(r, site, view.Kind, lists.File{Body: source, Address: view.From.Address})
	if err != nil {
		if len(source) > delimited.MostBytes {
			view.Text = "" // too much to send back; what was pasted is still on the designer's clipboard
		}
		return view, err
	}
	if from.Held != nil {
		held, err := json.Marshal(from.Held)
		if err != nil {
			return view, err
		}
		view.Held = string(held)
	}
	table, text, err := view.choose(r, from)
	if err != nil {
		return view, err
	}
	table.Partial = table.Partial || r.FormValue(addsField) == "yes"
	table.Made = table.Made || view.From.Made
	view.From.Made = table.Made
	view.Text, view.Table = text, table
	view.Shows = intake.GuessLanguage(table.Rows)
	view.Takes = r.FormValue("takes") == "yes"
	if view.Name == "" {
		view.Name = view.Kind.Title
	}
	view.Files, view.Said = from.Problems, readAnswers(r)
	return view, s.read(r, site, view)
}

// read understands the table of the view, beside the set that it is to come into.
func (s *Screen) read(r *http.Request, site *document.Site, view *pasteView) error {
	options := intake.Options{Answers: view.Said, Language: site.Language, Has: view.has(site)}
	if view.Takes && view.Shows != "" {
		options.Language = view.Shows
	}
	partial := r.Form.Has(wasField+intake.DirectionQuestion) && !r.Form.Has("whole")
	view.At = r.FormValue(atField)
	view.Targets = targetsOf(site, view.Kind, view.At)
	if partial {
		options.Answers = nil // the last that came may have come in part
	}
	if into, ok := site.SetByID(r.FormValue(intoField)); ok && into.Kind.Name == view.Kind.Name {
		matches := view.saidMatches(r)
		var revision *intake.Revision
		view.Reading, revision = lists.Beside(into, view.Table, options, matches)
		view.Said = intake.Remembered(into.List.Answers, view.Said)
		if view.foundAny() == nil {
			view.Into = into
			view.revise(r, revision, matches)
		}
	} else {
		view.Reading = intake.Read(view.Kind, view.Table, options)
	}
	if partial {
		return errPartial
	}
	return nil
}

// sheetsOf are the sheets of what came in, or of what came in before, from which another is chosen.
func (s *Screen) sheetsOf(r *http.Request, site *document.Site, k *kind.Kind, source lists.File) (pasted, error) {
	book := r.FormValue("book")
	if book == "" {
		return s.readFile(r.Context(), site, k, source)
	}
	var texts []sheetText
	if err := json.Unmarshal([]byte(book), &texts); err != nil || len(texts) == 0 {
		return pasted{}, &screen.BadRequest{Problem: "the sheets of the file cannot be told: choose the file again"}
	}
	var p pasted
	for _, sheet := range texts {
		table, _, err := delimited.Read([]byte(sheet.Text))
		if err != nil {
			return p, err
		}
		table.Separator, table.Pointed = "", true
		p.Sheets = append(p.Sheets, sheets.Sheet{Name: sheet.Name, Table: table})
	}
	return p, nil
}

// sheetText is a sheet as the page keeps it.
type sheetText struct{ Name, Text string }

// choose is the sheet that is read, as a table and as text. Of a file with several the page keeps them all.
func (v *pasteView) choose(r *http.Request, from pasted) (kind.Table, string, error) {
	chosen, err := strconv.Atoi(r.FormValue("sheet"))
	if err != nil || chosen < 0 || chosen >= len(from.Sheets) {
		chosen = lists.Named(from.Sheets, v.From.Sheet)
	}
	v.Sheet = chosen
	v.From.Sheet = ""
	if len(from.Sheets) > 1 {
		v.From.Sheet = from.Sheets[chosen].Name
	}
	var texts []sheetText
	for i, sheet := range from.Sheets {
		text, err := lists.Text(from.Sheets, i, v.Text)
		if err != nil {
			return kind.Table{}, "", err
		}
		texts = append(texts, sheetText{sheet.Name, text})
		v.Sheets = append(v.Sheets, sheet.Name)
	}
	if from.Sheets[chosen].Table.Separator == "" {
		book, err := json.Marshal(texts)
		if err != nil {
			return kind.Table{}, "", err
		}
		v.Book = string(book)
	}
	return from.Sheets[chosen].Table, texts[chosen].Text, nil
}

// errPartial is the error of a form that was sent while its page was still coming in: its last field is missing.
var errPartial = errors.New("this page was sent before all of it had come: look through it again")

// The names of the paste screen's fields, before the ID of a question: what has been answered, what is shown as the
// answer, and what was shown before. Only what differs from that has been answered.
const (
	saidField   = "said:"
	answerField = "answer:"
	wasField    = "was:"
)

func readAnswers(r *http.Request) map[string]string {
	answers := map[string]string{}
	for name, values := range r.PostForm {
		if id, ok := strings.CutPrefix(name, saidField); ok && !strings.HasPrefix(id, matchField) {
			answers[id] = values[0]
		}
	}
	for name, values := range r.PostForm {
		id, ok := strings.CutPrefix(name, answerField)
		if was, shown := r.PostForm[wasField+id]; ok && (!shown || was[0] != values[0]) {
			answers[id] = values[0]
		}
	}
	return answers
}

// RoleLabel names a line's role for the screen.
func (v pasteView) RoleLabel(name string) string {
	for _, role := range v.Kind.Intake.Roles {
		if role.Name == name {
			return role.Label
		}
	}
	return name
}

// Naming is the field that names a record of the kind.
func (v pasteView) Naming() string { return v.Kind.Fields[0].Name }

// Shown is what a cell was understood as, with its numbers as the site writes them.
func (v pasteView) Shown(l *kind.Line, c kind.PastedCell) string {
	if !v.Kind.Intake.Numbers(l.Role) {
		return c.Read
	}
	return money.LocaleFor(v.Site.Site.Language).Shown(c.Read, money.Grouped)
}

// Heads are the names of the records over the cells of the lines.
func (v pasteView) Heads() []string {
	var heads []string
	for _, l := range v.Reading.Lines {
		for i, c := range l.Cells {
			if len(heads) <= i {
				heads = append(heads, "")
			}
			if l.Role == v.Kind.Fields[0].Name {
				heads[i] = c.Read
			}
		}
	}
	return heads
}

// has reports whether a site has what a cell refers to, or it came with the list.
func (v pasteView) has(site *document.Site) func(kind.Ref) bool {
	came := lists.Pictures{Site: site}
	if err := json.Unmarshal([]byte(v.Held), &came.Named); err != nil {
		came.Named = nil // there is none, or it is refused when the block is made
	}
	return came.Has
}

// Setting finds the question about the whole list of an ID.
func (v pasteView) Setting(id string) string { return v.Said[id] }

// mostShown is how many of the texts that were left the screen lists.
const mostShown = 60

// LeftShown are the first of the texts that went nowhere.
func (v pasteView) LeftShown() []intake.Leftover {
	return v.Reading.Left[:min(mostShown, len(v.Reading.Left))]
}
