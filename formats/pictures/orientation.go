package pictures

import (
	"bytes"
	"encoding/binary"
	"image"
)

// turn is how a camera was held, by the values of the Exif tag Orientation (Exif 2.32, section 4.6.4 A).
type turn int

const (
	upright turn = 1
	last    turn = 8
)

const orientationTag = 0x0112

// orientation finds the tag in a JPEG file; upright where there is none or it makes no sense.
func orientation(file []byte) turn {
	rest := file[min(len(file), 2):] // after the start of image
	for len(rest) >= 4 && rest[0] == 0xff {
		size := int(binary.BigEndian.Uint16(rest[2:])) + 2
		if size > len(rest) || size < 4 || rest[1] == 0xda { // the picture itself begins
			break
		}
		if body, ok := bytes.CutPrefix(rest[4:size], []byte("Exif\x00\x00")); ok && rest[1] == 0xe1 {
			return orientationIn(body)
		}
		rest = rest[size:]
	}
	return upright
}

// orientationIn reads the first directory of a TIFF structure (TIFF 6.0, section 2).
func orientationIn(tiff []byte) turn {
	if len(tiff) < 8 {
		return upright
	}
	var order binary.ByteOrder = binary.LittleEndian
	if tiff[0] == 'M' {
		order = binary.BigEndian
	}
	at := int64(order.Uint32(tiff[4:]))
	if at+2 > int64(len(tiff)) {
		return upright
	}
	entries := tiff[at+2:]
	for range order.Uint16(tiff[at:]) {
		if len(entries) < 12 {
			break
		}
		if order.Uint16(entries) == orientationTag {
			if t := turn(order.Uint16(entries[8:])); t >= upright && t <= last {
				return t
			}
		}
		entries = entries[12:]
	}
	return upright
}

// turned shows a picture as it was seen.
func turned(p *image.NRGBA, t turn) *image.NRGBA {
	if t == upright {
		return p
	}
	w, h := p.Bounds().Dx(), p.Bounds().Dy()
	outW, outH := w, h
	if t >= 5 { // these lie on their side
		outW, outH = h, w
	}
	out := image.NewNRGBA(image.Rect(0, 0, outW, outH))
	for y := range h {
		for x := range w {
			toX, toY := x, y
			switch t {
			case 2:
				toX = w - 1 - x
			case 3:
				toX, toY = w-1-x, h-1-y
			case 4:
				toY = h - 1 - y
			case 5:
				toX, toY = y, x
			case 6:
				toX, toY = h-1-y, x
			case 7:
				toX, toY = h-1-y, w-1-x
			case 8:
				toX, toY = y, w-1-x
			}
			out.SetNRGBA(toX, toY, p.NRGBAAt(x, y))
		}
	}
	return out
}
