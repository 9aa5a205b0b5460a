package pictures

import (
	"bytes"
	"compress/zlib"
	"context"
	"encoding/binary"
	"errors"
	"hash/crc32"
	"image"
	"image/color"
	"image/gif"
	"image/jpeg"
	"image/png"
	"runtime"
	"strings"
	"testing"
	"time"

	"github.com/gen2brain/avif"

	"rubrel/core/document"
)

// quarters is a picture whose upper left is red, upper right green, lower left blue and lower right white.
func quarters(w, h int) *image.NRGBA {
	p := image.NewNRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			c := []color.NRGBA{{R: 255, A: 255}, {G: 255, A: 255}, {B: 255, A: 255}, {255, 255, 255, 255}}[2*(2*y/h)+2*x/w]
			p.SetNRGBA(x, y, c)
		}
	}
	return p
}

func encoded(t testing.TB, encode func(*bytes.Buffer) error) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := encode(&b); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

// held makes a JPEG as a camera writes it that is held some way, in one of the two byte orders.
func held(t testing.TB, p image.Image, value uint16, order binary.AppendByteOrder) []byte {
	t.Helper()
	file := encoded(t, func(b *bytes.Buffer) error { return jpeg.Encode(b, p, &jpeg.Options{Quality: 95}) })
	tiff := []byte("II*\x00")
	if order == binary.AppendByteOrder(binary.BigEndian) {
		tiff = []byte("MM\x00*")
	}
	tiff = order.AppendUint32(tiff, 8)
	tiff = order.AppendUint16(tiff, 1) // one entry
	tiff = order.AppendUint16(tiff, orientationTag)
	tiff = order.AppendUint16(tiff, 3) // SHORT
	tiff = order.AppendUint32(tiff, 1)
	tiff = order.AppendUint16(tiff, value)
	tiff = order.AppendUint16(tiff, 0)
	body := append([]byte("Exif\x00\x00"), tiff...)
	body = append(body, "taken at 53.3 north"...)
	segment := binary.BigEndian.AppendUint16([]byte{0xff, 0xe1}, uint16(len(body)+2))
	return bytes.Join([][]byte{file[:2], segment, body, file[2:]}, nil)
}

// corners names the colours of the corner cells of a picture: upper left, upper right, lower left, lower right.
func corners(cells document.Cells) string {
	const n = document.CellsAcross
	var names strings.Builder
	for _, at := range []int{0, n - 1, n * (n - 1), n*n - 1} {
		r, g, b := cells[4*at] > 128, cells[4*at+1] > 128, cells[4*at+2] > 128
		names.WriteString(map[[3]bool]string{{true, false, false}: "r", {false, true, false}: "g", {false, false, true}: "b",
			{true, true, true}: "w"}[[3]bool{r, g, b}])
	}
	return names.String()
}

// A picture stands upright however the camera was held (Exif 2.32, section 4.6.4 A, the tag Orientation), and nothing
// that the camera noted ships.
func TestOrientation(t *testing.T) {
	for value, want := range map[uint16]string{1: "rgbw", 2: "grwb", 3: "wbgr", 4: "bwrg", 5: "rbgw", 6: "brwg",
		7: "wgbr", 8: "gwrb", 0: "rgbw", 9: "rgbw"} {
		for _, order := range []binary.AppendByteOrder{binary.LittleEndian, binary.BigEndian} {
			p, err := Read(t.Context(), held(t, quarters(80, 40), value, order))
			if err != nil {
				t.Fatal(err)
			}
			if got := corners(p.Cells); got != want {
				t.Errorf("held as %d in %v the corners are %s, want %s", value, order, got, want)
			}
			if lying := value >= 5 && value <= 8; lying != (p.Height == 80) || lying != (p.Width == 40) {
				t.Errorf("held as %d it is %d by %d", value, p.Width, p.Height)
			}
			if bytes.Contains(p.Data, []byte("Exif")) || bytes.Contains(p.Data, []byte("north")) {
				t.Error("what the camera noted is still there")
			}
		}
	}
}

func TestRead(t *testing.T) {
	see := quarters(64, 64)
	see.SetNRGBA(0, 0, color.NRGBA{})
	for name, c := range map[string]struct {
		file          []byte
		mime          string
		width, height int
	}{
		"opaque PNG": {encoded(t, func(b *bytes.Buffer) error { return png.Encode(b, quarters(64, 64)) }), "image/jpeg",
			64, 64},
		"translucent PNG": {encoded(t, func(b *bytes.Buffer) error { return png.Encode(b, see) }), "image/png", 64, 64},
		"GIF": {encoded(t, func(b *bytes.Buffer) error { return gif.Encode(b, quarters(64, 32), nil) }),
			"image/jpeg", 64, 32},
		"large": {encoded(t, func(b *bytes.Buffer) error { return png.Encode(b, quarters(4000, 1000)) }),
			"image/jpeg", 2000, 500},
		"one pixel": {encoded(t, func(b *bytes.Buffer) error { return png.Encode(b, quarters(1, 1)) }), "image/jpeg",
			1, 1},
	} {
		p, err := Read(t.Context(), c.file)
		if err != nil || p.Type != c.mime || p.Width != c.width || p.Height != c.height {
			t.Errorf("%s: %s %d by %d, %v", name, p.Type, p.Width, p.Height, err)
			continue
		}
		again, _, err := image.DecodeConfig(bytes.NewReader(p.Data))
		if err != nil || again.Width != c.width || len(p.File) != 64 {
			t.Errorf("%s is written as %+v, %v", name, again, err)
		}
	}
	for name, file := range map[string][]byte{"empty": nil, "text": []byte("<svg onload=alert(1)>"),
		"cut off": encoded(t, func(b *bytes.Buffer) error { return png.Encode(b, quarters(64, 64)) })[:60]} {
		var unfit *Error
		if _, err := Read(t.Context(), file); !errors.As(err, &unfit) {
			t.Errorf("%s: %v", name, err)
		}
	}
}

func FuzzOrientation(f *testing.F) {
	f.Add(held(f, quarters(8, 8), 6, binary.BigEndian))
	var file bytes.Buffer
	if err := avif.Encode(&file, quarters(8, 8)); err != nil {
		f.Fatal(err)
	}
	f.Add(file.Bytes())
	f.Fuzz(func(t *testing.T, file []byte) {
		for _, format := range []string{"jpeg", "png", "avif"} {
			if got := turnOf(file, format); got < upright || got > last {
				t.Errorf("%s: orientation %d", format, got)
			}
		}
	})
}

// bomb is the head of a PNG of some size, with so much data as comes.
func bomb(t testing.TB, w, h int) []byte {
	t.Helper()
	var b bytes.Buffer
	b.WriteString("\x89PNG\r\n\x1a\n")
	chunk := func(name string, body []byte) {
		head := binary.BigEndian.AppendUint32(nil, uint32(len(body)))
		named := append([]byte(name), body...)
		b.Write(append(append(head, named...), binary.BigEndian.AppendUint32(nil, crc32.ChecksumIEEE(named))...))
	}
	head := binary.BigEndian.AppendUint32(binary.BigEndian.AppendUint32(nil, uint32(w)), uint32(h))
	chunk("IHDR", append(head, 8, 2, 0, 0, 0))
	var zipped bytes.Buffer
	z := zlib.NewWriter(&zipped)
	if _, err := z.Write(make([]byte, min(h, 64)*(1+3*min(w, 1<<20)))); err != nil {
		t.Fatal(err)
	}
	if err := z.Close(); err != nil {
		t.Fatal(err)
	}
	chunk("IDAT", zipped.Bytes())
	chunk("IEND", nil)
	return b.Bytes()
}

// Pictures of giant dimensions in small files are refused by what they say of themselves: no memory is taken.
func TestBombs(t *testing.T) {
	for _, size := range [][2]int{{60_000_000, 1}, {1, 60_000_000}, {20_000, 20_000}, {maxSourceSide + 1, 1},
		{9000, 9000}, {1 << 30, 1 << 30}} {
		file := bomb(t, size[0], size[1])
		var before, after runtime.MemStats
		runtime.ReadMemStats(&before)
		var unfit *Error
		if _, err := Read(t.Context(), file); !errors.As(err, &unfit) {
			t.Errorf("%v: %v", size, err)
		}
		runtime.ReadMemStats(&after)
		if taken := after.TotalAlloc - before.TotalAlloc; taken > 4<<20 {
			t.Errorf("%v takes %d MB before it is refused", size, taken>>20)
		}
	}
}

// One picture is worked on at a time: who comes meanwhile waits, and goes when it must not any longer.
func TestPicturesTakeTurns(t *testing.T) {
	if err := inWork.Acquire(t.Context(), 1); err != nil {
		t.Fatal(err)
	}
	file := encoded(t, func(b *bytes.Buffer) error { return png.Encode(b, quarters(8, 8)) })
	gone, cancel := context.WithCancel(t.Context())
	cancel()
	late, end := context.WithDeadline(t.Context(), time.Now())
	defer end()
	for want, ctx := range map[error]context.Context{context.Canceled: gone, ErrBusy: late} {
		if _, err := Read(ctx, file); !errors.Is(err, want) {
			t.Errorf("while another is worked on: %v, want %v", err, want)
		}
	}
	inWork.Release(1)
	if _, err := Read(t.Context(), file); err != nil {
		t.Error(err)
	}
}

// A decoder that breaks ends no more than its picture, and the next has its turn.
func TestBrokenDecoder(t *testing.T) {
	var unfit *Error
	if _, err := quietly(t.Context(), func() (int, error) { panic("broken") }); !errors.As(err, &unfit) {
		t.Errorf("a decoder that breaks: %v", err)
	}
	if n, err := quietly(t.Context(), func() (int, error) { return 7, nil }); n != 7 || err != nil {
		t.Errorf("after it: %d (%v)", n, err)
	}
}

// Every pixel of what is made smaller is the average of those that it stands for.
func TestReduced(t *testing.T) {
	source := image.NewNRGBA(image.Rect(3, 5, 3+31, 5+17)) // a remainder each way, and no corner at the origin
	for y := range 17 {
		for x := range 31 {
			source.SetNRGBA(3+x, 5+y, color.NRGBA{uint8(8 * x), uint8(15 * y), 7, 255})
		}
	}
	small := reduced(source, 4)
	if small.Bounds().Dx() != 7 || small.Bounds().Dy() != 4 {
		t.Fatalf("it is %v", small.Bounds())
	}
	for y := range 4 {
		for x := range 7 {
			want := color.RGBA{uint8(8*4*x + 12), uint8(15*4*y + 23), 7, 255}
			if got := small.RGBAAt(x, y); got != want {
				t.Errorf("%d, %d is %v, want %v", x, y, got, want)
			}
		}
	}
}

// A photograph of 45 megapixels, read whole: how many times as long as its file takes to be decoded alone.
func BenchmarkLargePhotograph(b *testing.B) {
	const w, h = 8200, 5500
	m := image.NewRGBA(image.Rect(0, 0, w, h))
	for i := range m.Pix {
		m.Pix[i] = uint8(i/900%200) + uint8(uint32(i)*2654435761>>29)
	}
	file := encoded(b, func(out *bytes.Buffer) error { return jpeg.Encode(out, m, &jpeg.Options{Quality: 90}) })
	var whole, alone time.Duration
	for b.Loop() {
		at := time.Now()
		if _, err := Read(b.Context(), file); err != nil {
			b.Fatal(err)
		}
		whole += time.Since(at)
		at = time.Now()
		if _, _, err := image.Decode(bytes.NewReader(file)); err != nil {
			b.Fatal(err)
		}
		alone += time.Since(at)
	}
	b.ReportMetric(float64(whole)/float64(alone), "x-decoding")
}
