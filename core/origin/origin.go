// Package origin tells whose an address of the web is (RFC 6454).
package origin

import (
	"net"
	"net/netip"
	"net/url"
	"strings"
)

// Same reports whether two addresses have scheme, host and port in common (RFC 6454, section 4).
func Same(a, b *url.URL) bool { return Of(a) == Of(b) }

// Of is an address's scheme, host and port as one text.
func Of(u *url.URL) string {
	port := u.Port()
	if port == "" {
		port = map[string]string{"http": "80", "https": "443"}[u.Scheme]
	}
	return u.Scheme + "://" + strings.ToLower(net.JoinHostPort(u.Hostname(), port))
}

// IsLoopback reports whether an address names this machine itself, so that nobody between can read what is sent.
func IsLoopback(u *url.URL) bool {
	at, err := netip.ParseAddr(u.Hostname())
	return u.Hostname() == "localhost" || err == nil && at.IsLoopback()
}
