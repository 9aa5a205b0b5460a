package kind

// Source is an outside service that can say some of a set's facts: an exchange's rates for a price list. Nothing is
// taken from it unseen: it makes a proposal, which the designer takes as one change or leaves.
type Source struct {
	Name  string // as settings spell it: "rates"
	Title string // on its button: "Refresh rates"
	// Asks is the query with which the service is asked about a set; "" where the set has nothing to ask.
	Asks func(set Set) string
	// Propose reads what the service answered.
	Propose func(set Set, at Scene, answer []byte) (Proposal, error)
}

// Proposal is what an outside service would change.
type Proposal struct {
	Said  string // where the values are from and of what day
	Label string // of the change, for undo
	Edits []FactEdit
	Lines []Comparison
}

// Comparison is one figure as it is and as it would be.
type Comparison struct {
	Where    string
	Old, New string
}
