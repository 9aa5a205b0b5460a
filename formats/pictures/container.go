package pictures

import "encoding/binary"

// turnOf finds how a file says that its picture is to be turned before it is shown; upright where it says nothing, or
// nothing that makes sense. What Exif says in a WebP file browsers do not look at.
func turnOf(file []byte, format string) turn {
	switch format {
	case "jpeg":
		return orientation(file)
	case "png":
		return orientationIn(pngExif(file))
	case "avif":
		return avifTurn(file)
	}
	return upright
}

// pngExif finds the eXIf chunk (PNG, third edition, section 11.3.3.7) of a file; nil where there is none.
func pngExif(file []byte) []byte {
	const signature, around = 8, 12 // of a chunk: its length and type before, its CRC after
	rest := file[min(len(file), signature):]
	for len(rest) >= around {
		size := int64(binary.BigEndian.Uint32(rest)) + around
		if size > int64(len(rest)) {
			break
		}
		if string(rest[4:8]) == "eXIf" {
			return rest[8 : size-4]
		}
		rest = rest[size:]
	}
	return nil
}

// avifTurn reads what an AVIF file says of its primary picture: a rotation, then a reflection (ISO/IEC 23008-12,
// sections 6.5.10 and 6.5.12, in the order of MIAF, ISO/IEC 23000-22, section 7.3.6.7). Its Exif says nothing of it.
func avifTurn(file []byte) turn {
	meta := fullBox(boxIn(file, "meta"))
	rotated, reflected := 0, 0
	for _, property := range primaryProperties(meta) {
		if len(property.body) == 0 {
			continue
		}
		switch property.kind {
		case "irot": // so many quarters, against the clock
			rotated = int(property.body[0] & 3)
		case "imir": // top and bottom change places, or left and right
			reflected = 1 + int(property.body[0]&1)
		}
	}
	return [4][3]turn{{1, 4, 2}, {8, 5, 7}, {3, 2, 4}, {6, 7, 5}}[rotated][reflected]
}

// box is one of ISO/IEC 14496-12, section 4.2: its type, and what is in it.
type box struct {
	kind string
	body []byte
}

// boxesIn are the boxes one after the other, up to the first that does not fit.
func boxesIn(content []byte) []box {
	var found []box
	for len(content) >= 8 {
		size, header := uint64(binary.BigEndian.Uint32(content)), uint64(8)
		switch {
		case size == 1 && len(content) >= 16:
			size, header = binary.BigEndian.Uint64(content[8:]), 16
		case size == 0: // as far as the file goes
			size = uint64(len(content))
		}
		if size < header || size > uint64(len(content)) {
			break
		}
		found = append(found, box{string(content[4:8]), content[header:size]})
		content = content[size:]
	}
	return found
}

// boxIn is the body of the first box of a type; nil where there is none.
func boxIn(content []byte, kind string) []byte {
	for _, b := range boxesIn(content) {
		if b.kind == kind {
			return b.body
		}
	}
	return nil
}

// fullBox is what comes after a box's version and flags.
func fullBox(body []byte) []byte { return body[min(len(body), 4):] }

// primaryProperties are what the meta box says of the primary item, in order (ISO/IEC 23008-12, section 9.3).
func primaryProperties(meta []byte) []box {
	primary, properties := boxIn(meta, "pitm"), boxIn(meta, "iprp")
	associations := boxIn(properties, "ipma")
	if len(primary) < 6 || len(associations) < 8 {
		return nil
	}
	named := reader{rest: primary[4:]}
	item := named.number(primary[0] > 0)
	all := boxesIn(boxIn(properties, "ipco"))
	r := reader{rest: associations[4:]}
	longItems, longIndexes := associations[0] > 0, associations[3]&1 > 0
	var found []box
	for range r.uint(4) {
		of := r.number(longItems)
		for range r.uint(1) {
			at := r.uint(1) & 0x7f // without the bit that says whether it is essential
			if longIndexes {
				at = at<<8 | r.uint(1)
			}
			if of == item && at >= 1 && at <= uint32(len(all)) {
				found = append(found, all[at-1])
			}
		}
		if r.short {
			return nil
		}
	}
	return found
}

// reader takes numbers from bytes, the most significant byte first.
type reader struct {
	rest  []byte
	short bool // there were fewer bytes than were asked for
}

// number takes 4 bytes where it is long, else 2.
func (r *reader) number(long bool) uint32 {
	if long {
		return r.uint(4)
	}
	return r.uint(2)
}

func (r *reader) uint(bytes int) (n uint32) {
	if r.short = r.short || len(r.rest) < bytes; r.short {
		return 0
	}
	for _, b := range r.rest[:bytes] {
		n = n<<8 | uint32(b)
	}
	r.rest = r.rest[bytes:]
	return n
}
