package colour

// NamedForTest is the list of named colours.
const NamedForTest = namedColours
