// Package pictures reads the pictures that people have and makes of them what a site ships: no larger than it can be
// seen, upright, and without what the camera noted of the place and the person.
package pictures

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"image"
	_ "image/gif" // what can be read
	"image/jpeg"
	"image/png"

	_ "github.com/gen2brain/avif" // what can be read
	"golang.org/x/image/draw"
	_ "golang.org/x/image/webp" // what can be read
	"golang.org/x/sync/semaphore"

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

// Memory for pictures in work. Decoding takes at most bytesPerPixel: what a progressive JPEG needs for the coefficients
// of three whole planes (image/jpeg keeps them as int32) and for its pixels. All of a process's pictures together take
// at most maxWork, which is more than the largest needs; whoever comes then waits.
const (
	bytesPerPixel = 16
	maxWork       = maxPixels*bytesPerPixel + fittedWork
	fittedWork    = 3 * mostSide * mostSide * 4
)

var work = semaphore.NewWeighted(maxWork)

// Error says why a file is not taken.
type Error struct{ Problem string }

func (e *Error) Error() string { return "the picture cannot be taken: " + e.Problem }

// Read makes a picture of a JPEG, PNG, GIF, WebP or AVIF file. Its Data is set; ID is not. The error is an *Error, or
// the context's where other pictures took too long.
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
	need := int64(config.Width)*int64(config.Height)*bytesPerPixel + fittedWork
	if err := work.Acquire(ctx, need); err != nil {
		return p, fmt.Errorf("pictures: others are in work: %w", err)
	}
	defer work.Release(need)
	return read(file, format)
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
	out := image.NewNRGBA(image.Rect(0, 0, w, h))
	if w == source.Bounds().Dx() {
		draw.Draw(out, out.Bounds(), source, source.Bounds().Min, draw.Src)
	} else {
		draw.CatmullRom.Scale(out, out.Bounds(), source, source.Bounds(), draw.Src, nil)
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
