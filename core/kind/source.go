package kind

// Source is an outside service that can say some of a set's facts: an exchange's rates for a price list. Nothing is
// taken from it unseen: it makes a proposal, of which the designer takes what is wanted as one change.
type Source struct {
	Name  string // as settings spell it: "rates"
	Title string // on its button: "Refresh rates"
	// Asks is the query with which the service is asked about a set; "" where the set has nothing to ask.
	Asks func(set Set) string
	// Pages are the addresses that are asked instead of a service, where the set says them itself; nil for a service.
	Pages func(set Set) []SourcePage
	// Next is the address of what comes after a page; "" where that is the last.
	Next func(page SourcePage) string
	// Gather makes one answer of all pages; nil where there are none.
	Gather func(pages []SourcePage) ([]byte, error)
	// Propose reads what the service answered.
	Propose func(set Set, at Scene, answer []byte) (Proposal, error)
}

// SourcePage is an address that a set says, what it is to the set, and what is there.
type SourcePage struct {
	Address, Of string
	Body        []byte
}

// Proposal is what an outside service would change.
type Proposal struct {
	Said  string // where the values are from and of what day
	Label string // of the change, for undo
	Edits []FactEdit
	Lines []Comparison
}

// Comparison is one thing as it is and as it would be. Where it has a Key, it is taken or left by itself, with its
// edits, its new record or its removal.
type Comparison struct {
	Where    string
	Old, New string
	Key      string
	Left     bool // it is left, unless somebody chooses it
	Edits    []FactEdit
	// Add are the facts of a record that would be new, as texts by field; Remove is a record that would go.
	Add    map[string]string
	Remove string
}
