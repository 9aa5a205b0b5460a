package origin

import (
	"net/url"
	"testing"
)

// RFC 6454, section 4: the port of the scheme is the same as none, and hosts have no case.
func TestSame(t *testing.T) {
	for _, c := range []struct {
		a, b string
		same bool
	}{
		{"https://Host.test/a", "https://host.test:443/b?c", true}, {"http://host.test", "https://host.test", false},
		{"http://host.test:80/", "http://host.test", true}, {"http://host.test:8080", "http://host.test", false},
		{"https://host.test", "https://www.host.test", false}, {"http://[::1]:80", "http://[::1]", true},
	} {
		a, err := url.Parse(c.a)
		if err != nil {
			t.Fatal(err)
		}
		b, err := url.Parse(c.b)
		if err != nil {
			t.Fatal(err)
		}
		if Same(a, b) != c.same {
			t.Errorf("%s and %s: %v", c.a, c.b, !c.same)
		}
	}
}

func TestIsLoopback(t *testing.T) {
	for text, want := range map[string]bool{"http://localhost:9/": true, "http://127.0.0.9": true, "http://[::1]": true,
		"http://10.0.0.1": false, "http://localhost.test": false} {
		if u, err := url.Parse(text); err != nil || IsLoopback(u) != want {
			t.Errorf("%s: %v (%v)", text, !want, err)
		}
	}
}
