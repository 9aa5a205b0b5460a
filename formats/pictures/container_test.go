package pictures_test

import (
	"bytes"
	"encoding/base64"
	"encoding/binary"
	"fmt"
	"hash/crc32"
	"image"
	"image/color"
	"image/png"
	"net/http"
	"net/http/httptest"
	"slices"
	"strings"
	"testing"

	"github.com/gen2brain/avif"

	"rubrel/formats/pictures"
	"rubrel/testkit/chromium"
)

func TestMain(m *testing.M) { chromium.Main(m) }

// flag is a picture of four colours, wider than high.
func flag() *image.NRGBA {
	p := image.NewNRGBA(image.Rect(0, 0, 80, 40))
	for y := range 40 {
		for x := range 80 {
			p.SetNRGBA(x, y, []color.NRGBA{{R: 255, A: 255}, {G: 255, A: 255}, {B: 255, A: 255},
				{255, 255, 255, 255}}[y/20*2+x/40])
		}
	}
	return p
}

// exif is a TIFF structure with an orientation alone.
func exif(value uint16) []byte {
	tiff := []byte("MM\x00*\x00\x00\x00\x08\x00\x01\x01\x12\x00\x03\x00\x00\x00\x01\x00\x00\x00\x00\x00\x00\x00\x00")
	binary.BigEndian.PutUint16(tiff[18:], value)
	return tiff
}

// withChunk puts an eXIf chunk before a PNG file's data.
func withChunk(file []byte, value uint16) []byte {
	body := append([]byte("eXIf"), exif(value)...)
	chunk := binary.BigEndian.AppendUint32(nil, uint32(len(body)-4))
	chunk = binary.BigEndian.AppendUint32(append(chunk, body...), crc32.ChecksumIEEE(body))
	at := bytes.Index(file, []byte("IDAT")) - 4
	return slices.Concat(file[:at], chunk, file[at:])
}

// transformed adds properties to the only picture of an AVIF file.
func transformed(t *testing.T, file []byte, properties ...string) []byte {
	t.Helper()
	out := slices.Clone(file)
	grow := func(name string, by int) int {
		at := bytes.Index(out, []byte(name))
		if at < 0 {
			t.Fatalf("the file has no %s", name)
		}
		size := out[at-4 : at]
		binary.BigEndian.PutUint32(size, binary.BigEndian.Uint32(size)+uint32(by))
		return at - 4
	}
	before := 0
	for _, property := range properties {
		at := grow("ipco", 9)
		content := out[at+8 : at+int(binary.BigEndian.Uint32(out[at:]))-9]
		before = 0
		for rest := content; len(rest) >= 8; before++ {
			rest = rest[binary.BigEndian.Uint32(rest):]
		}
		end := at + 8 + len(content)
		box := append([]byte{0, 0, 0, 9}, property...)
		out = slices.Concat(out[:end], box, out[end:])
		at = grow("ipma", 1) // of one item, with short indexes
		out[at+18]++
		end = at + int(binary.BigEndian.Uint32(out[at:])) - 1
		out = slices.Concat(out[:end], []byte{0x80 | byte(before+1)}, out[end:])
		grow("iprp", 10)
		grow("meta", 10)
		moved := bytes.Index(out, []byte("iloc")) // whose only extent moves
		extent := out[moved+4+4+2+2+2+2+2:]
		binary.BigEndian.PutUint32(extent, binary.BigEndian.Uint32(extent)+10)
	}
	return out
}

// What a file says of how its picture is turned is read as Chromium reads it: the same sides and the same corners.
func TestTurnedAsChromiumTurns(t *testing.T) {
	var file, asPNG bytes.Buffer
	if err := avif.Encode(&file, flag(), avif.Options{Quality: 90, QualityAlpha: 90, Speed: 10}); err != nil {
		t.Fatal(err)
	}
	if err := png.Encode(&asPNG, flag()); err != nil {
		t.Fatal(err)
	}
	server := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) {
		fmt.Fprint(w, "<!doctype html><title>x</title>")
	}))
	defer server.Close()
	b := chromium.Launch(t, 400, 400)
	b.Open(server.URL)
	files := map[string][]byte{"image/avif as it is": file.Bytes()}
	for value := uint16(1); value <= 8; value++ {
		files[fmt.Sprint("image/png held as ", value)] = withChunk(asPNG.Bytes(), value)
	}
	for quarters := range 4 {
		rotated := "irot" + string(rune(quarters))
		files[fmt.Sprintf("image/avif by %d quarters", quarters)] = transformed(t, file.Bytes(), rotated)
		for axis := range 2 {
			files[fmt.Sprintf("image/avif by %d quarters, reflected at %d", quarters, axis)] = transformed(t, file.Bytes(),
				rotated, "imir"+string(rune(axis)))
		}
	}
	seen := map[string]bool{}
	for name, file := range files {
		mime, _, _ := strings.Cut(name, " ")
		p, err := pictures.Read(t.Context(), file)
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		corners := func(mime string, content []byte) string {
			return chromium.Eval[string](b, fmt.Sprintf(`(async () => { const image = new Image();
				image.src = 'data:%s;base64,%s'; await image.decode();
				const canvas = document.createElement('canvas'), w = image.naturalWidth, h = image.naturalHeight;
				canvas.width = w; canvas.height = h;
				const context = canvas.getContext('2d'); context.drawImage(image, 0, 0);
				return w + 'x' + h + [[4, 4], [w - 5, 4], [4, h - 5], [w - 5, h - 5]].map(([x, y]) => ' ' +
					[...context.getImageData(x, y, 1, 1).data.slice(0, 3)].map((n) => n > 128 ? 1 : 0).join('')).join(''); })()`,
				mime, base64.StdEncoding.EncodeToString(content)))
		}
		want := corners(mime, file)
		seen[mime+want] = true
		if got := corners(p.Type, p.Data); got != want {
			t.Errorf("%s: it ships as %s, Chromium shows %s", name, got, want)
		}
	}
	if len(seen) < 2*8 {
		t.Errorf("only %d different pictures were seen: %v", len(seen), seen)
	}
}
