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
	need := int64(config.Width)*int64(config.Height)*bytesPerPixel + fittedWork
	if err := work.Acquire(ctx, need); err != nil {
		return nil, fmt.Errorf("pictures: others are in work: %w", err)
	}
	defer work.Release(need)
	decoded, _, err := image.Decode(bytes.NewReader(file))
	if err != nil {
		return nil, fmt.Errorf("pictures: narrowing %.12s: %w", hash, err)
	}
	height := max(1, (config.Height*width+config.Width/2)/config.Width)
	scaled := image.NewRGBA(image.Rect(0, 0, min(width, config.Width), height)) // for which scaling is fast
	draw.BiLinear.Scale(scaled, scaled.Bounds(), decoded, decoded.Bounds(), draw.Src, nil)
	out, err := fileOf(scaled, format == "jpeg")
	if err != nil {
		return nil, err
	}
	narrowed.Add(key, out)
	return out, nil
}
