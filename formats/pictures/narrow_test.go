package pictures

import (
	"bytes"
	"image"
	"image/color"
	"image/gif"
	"image/jpeg"
	"image/png"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"rubrel/core/document"

	"golang.org/x/image/draw"
)

// A narrowed picture has the width that is asked for and the whole's shape, format and colours; it is made once.
func TestNarrowed(t *testing.T) {
	for format, file := range map[string][]byte{
		"jpeg": encoded(t, func(b *bytes.Buffer) error { return jpeg.Encode(b, quarters(400, 300), nil) }),
		"png":  encoded(t, func(b *bytes.Buffer) error { return png.Encode(b, quarters(400, 300)) }),
	} {
		narrow, err := Narrowed(t.Context(), "hash of "+format, file, 160)
		if err != nil {
			t.Fatal(err)
		}
		decoded, got, err := image.Decode(bytes.NewReader(narrow))
		if err != nil || got != format || decoded.Bounds().Dx() != 160 || decoded.Bounds().Dy() != 120 {
			t.Fatalf("%s: %v %s (%v)", format, decoded.Bounds(), got, err)
		}
		red, green, _, _ := decoded.At(20, 20).RGBA()
		if red < 0xe000 || green > 0x2000 {
			t.Errorf("%s: the upper left is no longer red", format)
		}
		again, err := Narrowed(t.Context(), "hash of "+format, nil, 160)
		if err != nil || !bytes.Equal(again, narrow) {
			t.Errorf("%s: it is made again (%v)", format, err)
		}
	}
	if _, err := Narrowed(t.Context(), "hash of nothing", []byte("no picture"), 160); err == nil {
		t.Error("what is no picture is narrowed")
	}
}

// AVIF is read by a decoder in a sandbox of its own (WebAssembly): a sample of the decoder's own tests.
func TestAVIF(t *testing.T) {
	folder, err := exec.Command("go", "list", "-m", "-f", "{{.Dir}}", "github.com/gen2brain/avif").Output()
	if err != nil {
		t.Fatal(err)
	}
	for _, name := range []string{"test8.avif", "test10.avif"} { // of 8 and of 10 bits
		file, err := os.ReadFile(filepath.Join(strings.TrimSpace(string(folder)), "testdata", name))
		if err != nil {
			t.Fatal(err)
		}
		p, err := Read(t.Context(), file)
		if err != nil || p.Width < 100 || len(p.Data) < 1000 {
			t.Errorf("%s: %d by %d px, %d bytes (%v)", name, p.Width, p.Height, len(p.Data), err)
		}
		if _, err := Read(t.Context(), file[:len(file)/2]); err == nil {
			t.Errorf("half of %s is taken", name)
		}
	}
}

// Whatever a file's first bytes say, it is read within its bounds or refused in words.
func FuzzRead(f *testing.F) {
	f.Add(encoded(f, func(b *bytes.Buffer) error { return jpeg.Encode(b, quarters(8, 8), nil) }))
	f.Add(encoded(f, func(b *bytes.Buffer) error { return png.Encode(b, quarters(8, 8)) }))
	f.Add(encoded(f, func(b *bytes.Buffer) error { return gif.Encode(b, quarters(8, 8), nil) }))
	f.Add([]byte("RIFF\x1a\x00\x00\x00WEBPVP8L\x0d\x00\x00\x00\x2f\x00\x00\x00\x10\x07\x10\x11\x11\x88\x88\xfe\x07\x00"))
	f.Fuzz(func(t *testing.T, file []byte) {
		config, _, err := image.DecodeConfig(bytes.NewReader(file))
		if err == nil && config.Width*config.Height > 1<<20 {
			return // what is large and lawful takes its time
		}
		p, err := Read(t.Context(), file)
		if err != nil {
			if _, is := err.(*Error); !is {
				t.Fatalf("refused as if it were our fault: %v", err)
			}
			return
		}
		if p.Width < 1 || p.Height < 1 || len(p.Data) == 0 || len(p.Cells) != 4*document.CellsAcross*document.CellsAcross {
			t.Fatalf("%d by %d px, %d bytes, %d cells", p.Width, p.Height, len(p.Data), len(p.Cells))
		}
	})
}

// Halving first comes to what one kernel does: no pixel of what is made of a drawing is far from it.
func TestHalvedIsAsGood(t *testing.T) {
	source := image.NewRGBA(image.Rect(0, 0, 641, 481))
	for y := range 481 {
		for x := range 641 {
			inside := (x-320)*(x-320)+(y-240)*(y-240) < 200*200
			c := color.RGBA{uint8(x / 3), uint8(y / 2), 90, 255}
			if inside {
				c = color.RGBA{240, uint8(255 - y/2), uint8(x / 3), 255}
			}
			source.SetRGBA(x, y, c)
		}
	}
	for _, width := range []int{100, 150, 300, 400, 600} {
		height := 481 * width / 641
		want := image.NewRGBA(image.Rect(0, 0, width, height))
		draw.BiLinear.Scale(want, want.Bounds(), source, source.Bounds(), draw.Src, nil)
		small := source
		for small.Bounds().Dx() >= 2*width {
			small = halved(small)
		}
		got := image.NewRGBA(want.Bounds())
		draw.ApproxBiLinear.Scale(got, got.Bounds(), small, small.Bounds(), draw.Src, nil)
		sum := 0
		for i := range got.Pix {
			sum += max(int(got.Pix[i]), int(want.Pix[i])) - min(int(got.Pix[i]), int(want.Pix[i]))
		}
		if mean := float64(sum) / float64(len(got.Pix)); mean > 2 {
			t.Errorf("%d px: the mean difference is %.2f of 255", width, mean)
		}
	}
}
