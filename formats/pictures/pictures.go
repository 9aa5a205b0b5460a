// Package pictures reads the pictures that people have and makes of them what a site ships: no larger than it can be
// seen, upright, and without what the camera noted of the place and the person.
package pictures

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"image"
	_ "image/gif" // what can be read
	"image/jpeg"
	"image/png"

	_ "github.com/gen2brain/avif" // what can be read
	"golang.org/x/image/draw"
	_ "golang.org/x/image/webp" // what can be read

	"rubrel/core/document"
)

// The bounds of what is read and of what ships. A file says in its first bytes how large its picture is, and it is held
// to them before any of it is decoded.
const (
	MostBytes     = 20 << 20
	maxSourceSide = 16_384 // px: as far as browsers draw
	maxPixels     = 50_000_000
	mostSide      = 2000 // px: a ground seldom shows wider
	jpegQuality   = 82
)

// ErrBusy is the error of a picture whose turn did not come in time.
var ErrBusy = errors.New("so many pictures are being made smaller that this one had to wait too long: send it again")

// Error says why a file is not taken.
type Error struct{ Problem string }

func (e *Error) Error() string { return "the picture cannot be taken: " + e.Problem }

// Read makes a picture of a JPEG, PNG, GIF, WebP or AVIF file. Its Data is set; ID is not. The error is an *Error, or
// ErrBusy, or the context's.
func Read(ctx context.Context, file []byte) (document.Picture, error) {
	var p document.Picture
	if len(file) > MostBytes {
		return p, &Error{fmt.Sprintf("it has %d MB; at most %d fit", len(file)>>20, MostBytes>>20)}
	}
	config, format, err := image.DecodeConfig(bytes.NewReader(file))
	if err != nil {
		return p, &Error{"it is not a JPEG, PNG, GIF, WebP or AVIF file"}
	}
	if config.Width < 1 || config.Height < 1 || config.Width > maxSourceSide || config.Height > maxSourceSide ||
		config.Width*config.Height > maxPixels {
		return p, &Error{fmt.Sprintf("it is %d by %d pixels; at most %d on a side and %d million in all fit", config.Width,
			config.Height, maxSourceSide, maxPixels/1_000_000)}
	}
	return quietly(ctx, func() (document.Picture, error) { return read(file, format) })
}

// read decodes a file that has been found to be of a bearable size.
func read(file []byte, format string) (document.Picture, error) {
	var p document.Picture
	decoded, _, err := image.Decode(bytes.NewReader(file))
	if err != nil {
		return p, &Error{"it is damaged: " + err.Error()}
	}
	shown := turned(fitted(decoded, mostSide), turnOf(file, format))
	p.Width, p.Height = shown.Bounds().Dx(), shown.Bounds().Dy()
	p.Cells = cells(shown)
	p.Type = "image/png"
	if shown.Opaque() {
		p.Type = "image/jpeg"
	}
	if p.Data, err = fileOf(shown, shown.Opaque()); err != nil {
		return p, err
	}
	if len(p.Data) > document.MostPictureBytes {
		return p, &Error{fmt.Sprintf("it takes %d MB even when it is made smaller; at most %d fit", len(p.Data)>>20,
			document.MostPictureBytes>>20)}
	}
	sum := sha256.Sum256(p.Data)
	p.File = hex.EncodeToString(sum[:])
	return p, nil
}

// fileOf writes pixels as a JPEG file, or as a PNG file.
func fileOf(shown image.Image, asJPEG bool) ([]byte, error) {
	var out bytes.Buffer
	var err error
	if asJPEG {
		err = jpeg.Encode(&out, shown, &jpeg.Options{Quality: jpegQuality})
	} else {
		encoder := png.Encoder{CompressionLevel: png.BestCompression}
		err = encoder.Encode(&out, shown)
	}
	if err != nil {
		return nil, fmt.Errorf("pictures: %w", err)
	}
	return out.Bytes(), nil
}

// fitted is a picture no larger than a side allows, as pixels that can be read alike whatever the file had.
func fitted(source image.Image, side int) *image.NRGBA {
	w, h := source.Bounds().Dx(), source.Bounds().Dy()
	if longest := max(w, h); longest > side {
		w, h = max(1, w*side/longest), max(1, h*side/longest)
	}
	return scaled(source, w, h)
}

// scaled is a picture of some width and height in px.
func scaled(source image.Image, w, h int) *image.NRGBA {
	if by := source.Bounds().Dx() / w; by > 1 {
		source = reduced(source, by)
	}
	out := image.NewNRGBA(image.Rect(0, 0, w, h))
	if w == source.Bounds().Dx() {
		draw.Draw(out, out.Bounds(), source, source.Bounds().Min, draw.Src)
	} else {
		draw.CatmullRom.Scale(out, out.Bounds(), source, source.Bounds(), draw.Src, nil)
	}
	return out
}

// reduced is a picture of which each pixel is the average of a square of so many each way: as good as a kernel that is
// as wide, and many times as fast. What is left over at the right and at the bottom, less
// than a pixel, is left out.
func reduced(source image.Image, by int) *image.RGBA {
	at := source.Bounds()
	w, h := at.Dx()/by, max(1, at.Dy()/by)
	out := image.NewRGBA(image.Rect(0, 0, w, h))
	strip := image.NewRGBA(image.Rect(0, 0, at.Dx(), by))
	sums := make([]uint32, 4*w)
	for y := range h {
		rows := min(by, at.Dy()-y*by)
		draw.Draw(strip, image.Rect(0, 0, at.Dx(), rows), source, image.Pt(at.Min.X, at.Min.Y+y*by), draw.Src)
		clear(sums)
		for row := range rows {
			line := strip.Pix[row*strip.Stride:]
			for x := range w {
				var r, g, b, a uint32
				square := line[4*x*by : 4*(x+1)*by]
				for i := 0; i < len(square); i += 4 {
					p := square[i : i+4 : i+4]
					r, g, b, a = r+uint32(p[0]), g+uint32(p[1]), b+uint32(p[2]), a+uint32(p[3])
				}
				s := sums[4*x : 4*x+4]
				s[0], s[1], s[2], s[3] = s[0]+r, s[1]+g, s[2]+b, s[3]+a
			}
		}
		n := uint32(by * rows)
		pixels := out.Pix[y*out.Stride:]
		for i, sum := range sums {
			pixels[i] = uint8((sum + n/2) / n)
		}
	}
	return out
}

// cells averages the picture over the grid that contrast is sampled on.
func cells(shown *image.NRGBA) document.Cells {
	const across = document.CellsAcross
	w, h := shown.Bounds().Dx(), shown.Bounds().Dy()
	out := make(document.Cells, 0, across*across*4)
	for row := range across {
		for column := range across {
			left, right := column*w/across, max((column+1)*w/across, column*w/across+1)
			top, bottom := row*h/across, max((row+1)*h/across, row*h/across+1)
			var sum [4]int // of colours times alpha, and alpha
			for y := top; y < min(bottom, h); y++ {
				for x := left; x < min(right, w); x++ {
					c := shown.NRGBAAt(x, y)
					a := int(c.A)
					sum[0], sum[1], sum[2], sum[3] = sum[0]+int(c.R)*a, sum[1]+int(c.G)*a, sum[2]+int(c.B)*a, sum[3]+a
				}
			}
			n := max(1, (min(bottom, h)-top)*(min(right, w)-left))
			alpha := max(1, sum[3])
			out = append(out, byte(sum[0]/alpha), byte(sum[1]/alpha), byte(sum[2]/alpha), byte(sum[3]/n))
		}
	}
	return out
}
