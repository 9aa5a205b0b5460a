package look

// Level is where a value is said.
type Level string

// The levels, farthest first. The nearest that says a value wins.
const (
	HouseLevel  Level = "house style"
	KindLevel   Level = "kind"
	BlockLevel  Level = "block"
	RecordLevel Level = "record"
)

// Cascade is everything that is said about one block's look.
//
// Resolution is total and in this order: the nearest level first (record, block, kind, house style); within a
// level the most particular state (a state of featured items, the state, featured, normal; focus and pressed follow
// hover); within a state the nearest width
// (the one asked for, then each wider one). Keys with a Record belong to the record level and stand in Block.
type Cascade struct {
	House, Kind, Block Sheet
	Widths             Widths
}

// Target is what a value is asked for.
type Target struct {
	Record   string // empty for the block as a whole
	Featured bool
	State    State
	Width    int // index into Widths
}

// Said is a value and the place where it is said.
type Said struct {
	Value Value
	Level Level
	Key   Key
}

// Resolve finds the value of a part's property, and where it is said. It is false where no level says one.
func (c Cascade) Resolve(t Target, part, property string) (Said, bool) {
	for _, level := range []Level{RecordLevel, BlockLevel, KindLevel, HouseLevel} {
		if said, ok := c.at(level, t, part, property); ok {
			return said, true
		}
	}
	return Said{}, false
}

// Beneath is what the target would follow if the given level and all nearer ones said nothing.
func (c Cascade) Beneath(level Level, t Target, part, property string) (Said, bool) {
	below := false
	for _, l := range []Level{RecordLevel, BlockLevel, KindLevel, HouseLevel} {
		if below {
			if said, ok := c.at(l, t, part, property); ok {
				return said, true
			}
		}
		below = below || l == level
	}
	return Said{}, false
}

func (c Cascade) at(level Level, t Target, part, property string) (Said, bool) {
	sheet, record := c.Block, ""
	switch level {
	case RecordLevel:
		if t.Record == "" {
			return Said{}, false
		}
		record = t.Record
	case KindLevel:
		sheet = c.Kind
	case HouseLevel:
		sheet = c.House
	}
	for _, of := range t.sayings() {
		for width := t.Width; width >= 0; width-- {
			key := Key{Record: record, Part: part, Property: property, Featured: of.featured, State: of.state,
				Width: c.widthName(width)}
			if value, ok := sheet[key]; ok {
				return Said{value, level, key}, true
			}
		}
	}
	return Said{}, false
}

// saying is for what a value is said: a state, of all items or of featured ones.
type saying struct {
	featured bool
	state    State
}

// sayings lists what applies to the target, most particular first.
func (t Target) sayings() []saying {
	list := make([]saying, 0, 6)
	for _, state := range append(t.State.follows(), Normal) {
		if t.Featured {
			list = append(list, saying{true, state})
		}
		list = append(list, saying{false, state})
	}
	return list
}

// widthName is the name that keys carry: none for the widest.
func (c Cascade) widthName(index int) string {
	if index == 0 {
		return ""
	}
	return c.Widths[index].Name
}

// Columns is how many of a part's items stand side by side at each width; 0 where that is left to the layout.
func (c Cascade) Columns(part string) []int {
	columns := make([]int, len(c.Widths))
	for i := range columns {
		said, _ := c.Resolve(Target{Width: i}, part, "grid-template-columns")
		if count, ok := said.Value.(Length); ok {
			columns[i] = int(count.Milli / 1000)
		}
	}
	return columns
}
