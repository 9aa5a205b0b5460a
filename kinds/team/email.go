package team

import (
	"fmt"
	"net/mail"
	"strings"

	"golang.org/x/net/idna"

	"rubrel/core/kind"
)

// emailType is the address of a mailbox (RFC 5322, addr-spec).
type emailType struct{ kind.TextType }

var emailText = emailType{kind.TextType{Most: 254}} // RFC 5321, section 4.5.3.1.3

func (t emailType) Parse(text string) (kind.Value, error) {
	value, err := t.TextType.Parse(strings.TrimPrefix(strings.TrimSpace(text), "mailto:"))
	if err != nil {
		return nil, err
	}
	wrong := fmt.Errorf("%q is no e-mail address such as name@example.org", value)
	parsed, err := mail.ParseAddress(value.String())
	if err != nil || parsed.Name != "" {
		return nil, wrong
	}
	local, domain, _ := strings.Cut(parsed.Address, "@")
	if _, err := idna.Lookup.ToASCII(domain); err != nil || local == "" || strings.ContainsAny(local, "\"<>\\ '`") ||
		!strings.Contains(strings.Trim(domain, "."), ".") {
		return nil, wrong
	}
	return kind.TextValue(parsed.Address), nil
}

func (t emailType) Decode(held any) (kind.Value, error) { return kind.DecodeText(t, held) }
