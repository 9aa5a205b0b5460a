package kind

import (
	"fmt"
	"html"
	"net/url"
	"regexp"
	"slices"
	"strings"
	"unicode"

	"golang.org/x/net/idna"

	"rubrel/core/plaintext"
)

// LinkType is an address that a visitor may be led to: http, https, mailto, tel, or a place of the site itself. Every
// address that ships is read by it. Words in braces stand for the visitor's choice.
type LinkType struct{}

// maxLink is how long an address may be, in bytes: common practice of servers.
const maxLink = 2000

var (
	linkSchemes = []string{"https", "http", "mailto", "tel"}
	// schemePattern is a scheme at the beginning of a reference (RFC 3986, section 3.1).
	schemePattern = regexp.MustCompile(`^[A-Za-z][A-Za-z0-9+.-]*:`)
	entityPattern = regexp.MustCompile(`&(?:#[0-9]{1,7}|#[xX][0-9A-Fa-f]{1,6}|[A-Za-z][A-Za-z0-9]{1,31});`)
	telPattern    = regexp.MustCompile(`^\+?[0-9().;=A-Za-z-]+$`)
)

// escapes are characters that stand in addresses people paste and may end an attribute or a string somewhere; written
// by their code they mean the same (RFC 3986, section 2.1).
var escapes = strings.NewReplacer(`'`, "%27", "`", "%60", `|`, "%7C", `^`, "%5E")

// Parse refuses every scheme that could run something and every address that leads elsewhere than it looks. What is the
// same in another spelling is written in one.
func (LinkType) Parse(raw string) (Value, error) {
	address := strings.TrimSpace(raw)
	// Addresses copied out of a page's source have character references; nothing may hide in them.
	for range 3 {
		address = entityPattern.ReplaceAllStringFunc(address, html.UnescapeString)
	}
	if len(address) > maxLink {
		return nil, fmt.Errorf("%q has %d characters; an address has at most %d", shorten(address), len(address), maxLink)
	}
	if !plaintext.IsClean(address) || strings.ContainsAny(address, "\"<>\\") || strings.ContainsFunc(address, unseen) {
		return nil, fmt.Errorf("%q has a character that an address cannot hold", shorten(address))
	}
	address = escapes.Replace(address)
	scheme := strings.ToLower(strings.TrimSuffix(schemePattern.FindString(address), ":"))
	rest := address
	if scheme != "" {
		rest = address[len(scheme)+1:]
	}
	var err error
	switch {
	case scheme == "http" || scheme == "https":
		rest, err = webAddress(rest)
	case scheme == "mailto":
		if user, domain, ok := strings.Cut(rest, "@"); !ok || user == "" || domain == "" || strings.HasPrefix(rest, "/") {
			err = fmt.Errorf("%q is not an e-mail address: mailto:name@example.org", shorten(address))
		}
	case scheme == "tel":
		if !telPattern.MatchString(rest) {
			err = fmt.Errorf("%q is not a telephone number: tel:+49-30-1234567", shorten(address))
		}
	case scheme != "":
		err = fmt.Errorf("an address starts with %s, / or #, not %q", "https://, http://, mailto:, tel:", scheme+":")
	case strings.HasPrefix(address, "//"):
		err = fmt.Errorf("%q leads to another site: write https: before it", shorten(address))
	case strings.Contains(address, "&#") || strings.HasPrefix(address, "&"):
		err = fmt.Errorf("%q is not an address", shorten(address))
	default:
		_, err = url.Parse(withoutBraces(address))
	}
	if err != nil {
		return nil, err
	}
	if scheme != "" {
		address = scheme + ":" + rest
	}
	return TextValue(address), nil
}

// unseen reports a character that shows as nothing or as a space.
func unseen(r rune) bool { return unicode.IsSpace(r) || unicode.Is(unicode.Cf, r) }

// withoutBraces is an address whose words in braces, which url.Parse may refuse, are plain.
func withoutBraces(address string) string {
	return strings.NewReplacer("{", "", "}", "").Replace(address)
}

// webAddress checks what follows http: or https:, and writes its host as servers know it.
func webAddress(rest string) (string, error) {
	after, ok := strings.CutPrefix(rest, "//")
	if !ok {
		return "", fmt.Errorf("%q has no // after its scheme", shorten(rest))
	}
	end := strings.IndexAny(after, "/?#")
	if end < 0 {
		end = len(after)
	}
	authority, path := after[:end], after[end:]
	u, err := url.Parse("https://" + authority)
	if err != nil || u.Hostname() == "" {
		return "", fmt.Errorf("%q names no server", shorten(authority))
	}
	if u.User != nil || strings.Contains(authority, "@") {
		return "", fmt.Errorf("leave name and password out of %q", shorten(authority))
	}
	if !strings.HasPrefix(authority, "[") {
		host, err := idna.Lookup.ToASCII(u.Hostname())
		if err != nil {
			return "", fmt.Errorf("%q is not the name of a server", shorten(u.Hostname()))
		}
		authority = host
		if port := u.Port(); port != "" {
			authority += ":" + port
		}
	}
	if _, err := url.Parse(withoutBraces(path)); err != nil {
		return "", fmt.Errorf("%q is not an address", shorten(path))
	}
	return "//" + strings.ToLower(authority) + path, nil
}

// Decode reads a JSON string.
func (t LinkType) Decode(held any) (Value, error) { return DecodeText(t, held) }

// Schema is a URI reference of one of the schemes.
func (LinkType) Schema() Schema {
	return Schema{"type": "string", "format": "uri-reference", "maxLength": maxLink, "anyOf": []any{
		Schema{"pattern": "^(?:" + strings.Join(linkSchemes, "|") + "):"},
		Schema{"not": Schema{"pattern": schemePattern.String()}}}}
}

// Editor sets an address left.
func (LinkType) Editor() Editor { return Editor{Align: Left, Offers: PageOffer} }

// IsWebAddress reports whether a link leads to another site.
func IsWebAddress(link string) bool {
	scheme, _, ok := strings.Cut(link, ":")
	return ok && slices.Contains(linkSchemes[:2], scheme)
}
