package pictures

import (
	"bytes"
	"context"
	"fmt"
	"image"
	"strconv"

	lru "github.com/hashicorp/golang-lru/v2"
	"golang.org/x/image/draw"
)

// mostNarrowed is how many narrowed pictures a process remembers.
const mostNarrowed = 400

var narrowed, _ = lru.New[string, []byte](mostNarrowed) // it fails for sizes below 1 alone

// Narrowed is a picture that Read has made, so many px wide, in the same format. The hash is that of its bytes, under
// which what comes of it is remembered.
func Narrowed(ctx context.Context, hash string, file []byte, width int) ([]byte, error) {
	key := hash + " " + strconv.Itoa(width)
	if known, ok := narrowed.Get(key); ok {
		return known, nil
	}
	config, format, err := image.DecodeConfig(bytes.NewReader(file))
	if err != nil {
		return nil, fmt.Errorf("pictures: narrowing %.12s: %w", hash, err)
	}
	out, err := quietly(ctx, func() ([]byte, error) { return narrower(file, config, format, width) })
	if err != nil {
		return nil, fmt.Errorf("pictures: narrowing %.12s: %w", hash, err)
	}
	narrowed.Add(key, out)
	return out, nil
}

// narrower is a picture so many px wide.
func narrower(file []byte, config image.Config, format string, width int) ([]byte, error) {
	decoded, _, err := image.Decode(bytes.NewReader(file))
	if err != nil {
		return nil, err
	}
	height := max(1, (config.Height*width+config.Width/2)/config.Width)
	source := image.NewRGBA(decoded.Bounds()) // for which scaling is fast
	draw.Draw(source, source.Bounds(), decoded, decoded.Bounds().Min, draw.Src)
	for source.Bounds().Dx() >= 2*width {
		source = halved(source)
	}
	scaled := image.NewRGBA(image.Rect(0, 0, min(width, config.Width), height))
	draw.ApproxBiLinear.Scale(scaled, scaled.Bounds(), source, source.Bounds(), draw.Src, nil) // four pixels for each
	return fileOf(scaled, format == "jpeg")
}

// halved is a picture of half as many pixels each way, the average of four for each: a kernel that is many pixels wide
// comes to the same and takes several times as long.
func halved(p *image.RGBA) *image.RGBA {
	w, h := max(1, p.Bounds().Dx()/2), max(1, p.Bounds().Dy()/2)
	out := image.NewRGBA(image.Rect(0, 0, w, h))
	right, below := 4*min(1, p.Bounds().Dx()-1), p.Stride*min(1, p.Bounds().Dy()-1)
	for y := range h {
		above := p.Pix[2*y*p.Stride:]
		line := out.Pix[y*out.Stride : y*out.Stride+4*w]
		for i := range line {
			at := i/4*8 + i%4
			line[i] = uint8((int(above[at]) + int(above[at+right]) + int(above[at+below]) + int(above[at+right+below]) + 2) / 4)
		}
	}
	return out
}
