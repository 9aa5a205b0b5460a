package kind

// Finding is one thing that a kind's checks found in a set: what was measured, what is needed, and how it is mended.
type Finding struct {
	Check    string   // the check's name, as the list of marks shows it: "order"
	Where    string   // in words
	Places   []string // each for itself, where one cause makes several fail; nil for one
	Measured string
	Needed   string
	Record   string   // the record it is about, "" for the set
	Key      string   // the fact it is about
	Mend     *Mend    // nil where only the designer can tell what is right
	Rule     string   // the standard and section that ask for it; "" for common practice
	Inks     []string // CSS colours to show: as it is, and, where the mend changes it, as that makes it
	Serious  bool     // visitors are misled or shut out
	Aside    bool     // it is quiet unless somebody asks for it
	Forms    []string // the forms that show what it is about; nil for all
	Source   string   // the outside service that can mend it, by the name of the kind's Source
}

// Mend is the change that would end a finding.
type Mend struct {
	Label string
	Facts []FactEdit
	// Move places a record after another; used where Move.Record is set.
	Move struct{ Record, After string }
	// Feature features this record where one is named.
	Feature string
	// Without takes an item off an axis where one is named.
	Without struct{ Axis, Item string }
	// Unfeature takes the feature from these records.
	Unfeature []string
}

// FactEdit says a fact as text: of a record, of an item of an axis, or of the set where neither is named. An empty
// text takes it back.
type FactEdit struct {
	Record     string
	Axis, Item string
	Key, Text  string
}
