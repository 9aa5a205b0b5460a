package colour

// Vision is a way of seeing colours.
type Vision string

// The three deficiencies, complete.
const (
	Protanopia   Vision = "protanopia"
	Deuteranopia Vision = "deuteranopia"
	Tritanopia   Vision = "tritanopia"
)

// Matrices are the models of Machado, Oliveira and Fernandes, "A Physiologically-based Model for Simulation of Color
// Vision Deficiency" (2009), at severity 1.0, for linear sRGB, row by row.
var Matrices = map[Vision][9]float64{
	Protanopia:   {0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216, -0.003882, -0.048116, 1.051998},
	Deuteranopia: {0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413, -0.011820, 0.042940, 0.968881},
	Tritanopia:   {1.255528, -0.076749, -0.178779, -0.078411, 0.930809, 0.147602, 0.004733, 0.691367, 0.303900},
}

// Seen is the colour as somebody with the deficiency sees it.
func (c Colour) Seen(v Vision) Colour {
	m := Matrices[v]
	r, g, b := decode(c.R), decode(c.G), decode(c.B)
	row := func(i int) float64 { return encode(m[i]*r + m[i+1]*g + m[i+2]*b) }
	return Colour{row(0), row(3), row(6), c.Alpha}
}
