package main

import (
	"encoding/hex"
	"errors"
	"fmt"
	"io"
	"net/netip"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"text/tabwriter"

	"rubrel/outbound"
	"rubrel/store"
)

// config is what whoever runs Rubrel decides, by environment variables.
type config struct {
	Address, Metrics string
	Database         string
	Home             string
	Rates            string
	Key              []byte
	Connections      int32
	LogEntries       int64
	ReadOnly         bool
	Hosts            []string
	Proxies          []netip.Prefix
	Outbound         outbound.Policy
	Folders          []string // below which sites may be published
	// StandIns are where the demo's stand-ins listen, by their setting.
	StandIns map[string]string
}

// setting is one variable of the environment: how it is documented, and how it is read.
type setting struct {
	name, otherwise, help string
	read                  func(c *config, value string) error
}

// The demo's stand-ins, by the variable that says where each listens.
const (
	webhostSetting  = "RUBREL_WEBHOST"
	checkoutSetting = "RUBREL_CHECKOUT"
	ratesSetting    = "RUBREL_RATES"
	reviewsSetting  = "RUBREL_REVIEWS"
)

func standIn(name, otherwise, help string) setting {
	return setting{name, otherwise, help, func(c *config, value string) error {
		c.StandIns[name] = value
		return nil
	}}
}

// settings are all variables that Rubrel reads. The usage text and the check at the start follow from them.
var settings = []setting{
	{"RUBREL_ADDR", "127.0.0.1:8080", "where to listen", func(c *config, v string) error { c.Address = v; return nil }},
	{"RUBREL_DATABASE", "", "the PostgreSQL that serve, backup and restore work on: postgres://…",
		func(c *config, v string) error { c.Database = v; return nil }},
	{"RUBREL_HOME", ".rubrel", "where the demo keeps its database and its key",
		func(c *config, v string) error { c.Home = v; return nil }},
	{"RUBREL_KEY", "", "64 hexadecimal digits that seal the passwords of web hosts; openssl rand -hex 32 makes them",
		readKey},
	{"RUBREL_METRICS", "", "where figures for Prometheus are given, such as 127.0.0.1:9090; nowhere where empty",
		func(c *config, v string) error { c.Metrics = v; return nil }},
	{"RUBREL_CONNECTIONS", "20", "how many connections to PostgreSQL a process opens, 4 to 1000", readConnections},
	{"RUBREL_LOG_ENTRIES", strconv.Itoa(store.DefaultLogEntries),
		"how many entries a site's log keeps; older edits cannot be undone", readLogEntries},
	{"RUBREL_READ_ONLY", "no", "yes shows what there is and refuses every change", readReadOnly},
	{"RUBREL_HOSTS", "", "names under which a proxy on this machine passes requests on: rubrel.example.org",
		func(c *config, v string) error { c.Hosts = strings.FieldsFunc(v, isSeparator); return nil }},
	{"RUBREL_PROXIES", "", "networks of proxies that say from where a request comes: 127.0.0.1/32, 10.2.0.0/16",
		readProxies},
	{"RUBREL_OUTBOUND", "", "private networks and addresses with a port that may be asked: 10.1.0.0/16, 192.168.1.5:8443",
		readOutbound},
	{"RUBREL_OUTBOUND_PORTS", "", "ports of other servers that may be asked; 80, 443, 8080 and 8443 where empty",
		readPorts},
	{"RUBREL_FOLDERS", "", "folders of this machine below which sites may be published, besides web hosts: /srv/www",
		readFolders},
	standIn(ratesSetting, "127.0.0.1:8083", "where the demo's rates desk listens; for serve, the address of a rates "+
		"desk, or empty"),
	standIn(webhostSetting, "127.0.0.1:8081", "where the demo's web host listens"),
	standIn(checkoutSetting, "127.0.0.1:8082", "where the demo's checkout listens"),
	standIn(reviewsSetting, "127.0.0.1:8084", "where the demo's review site listens"),
}

// readConfig reads every setting, and says of all that cannot be read what would be right.
func readConfig(lookup func(string) (string, bool)) (*config, error) {
	c := &config{StandIns: map[string]string{}}
	var faults error
	for _, s := range settings {
		value, said := lookup(s.name)
		if !said || value == "" {
			value = s.otherwise
		}
		if err := s.read(c, value); err != nil {
			faults = errors.Join(faults, fmt.Errorf("%s: %w (it is %s)", s.name, err, s.help))
		}
	}
	return c, faults
}

func configFromEnvironment() (*config, error) { return readConfig(os.LookupEnv) }

// configWithDatabase is for commands that work on a database that somebody else runs.
func configWithDatabase() (*config, error) {
	c, err := configFromEnvironment()
	if err == nil && c.Database == "" {
		err = fmt.Errorf("RUBREL_DATABASE does not say which database to use: %w", errUsage)
	}
	return c, err
}

// writeSettings writes the settings for the usage text.
func writeSettings(out io.Writer) error {
	table := tabwriter.NewWriter(out, 0, 0, 2, ' ', 0)
	for _, s := range settings {
		help := s.help
		if s.otherwise != "" {
			help += " (" + s.otherwise + ")"
		}
		fmt.Fprintf(table, "%s\t%s\n", s.name, help)
	}
	return table.Flush()
}

func readKey(c *config, value string) error {
	key, err := hex.DecodeString(strings.TrimSpace(value))
	if err != nil || len(key) != 0 && len(key) != store.KeySize {
		return errors.New("this is not 64 hexadecimal digits") // and what it is stays out of logs
	}
	c.Key = key
	return nil
}

func whole(value string, least, most int64) (int64, error) {
	n, err := strconv.ParseInt(value, 10, 64)
	if err != nil || n < least || n > most {
		return 0, fmt.Errorf("%q is not a whole number from %d to %d", value, least, most)
	}
	return n, nil
}

func readConnections(c *config, value string) error {
	n, err := whole(value, 4, 1000)
	c.Connections = int32(n)
	return err
}

func readLogEntries(c *config, value string) error {
	n, err := whole(value, 100, 1_000_000_000)
	c.LogEntries = n
	return err
}

func readReadOnly(c *config, value string) error {
	switch strings.ToLower(value) {
	case "yes", "true", "1":
		c.ReadOnly = true
	case "no", "false", "0":
	default:
		return fmt.Errorf("%q is neither yes nor no", value)
	}
	return nil
}

func readOutbound(c *config, value string) error {
	for _, word := range strings.FieldsFunc(value, isSeparator) {
		if endpoint, err := netip.ParseAddrPort(word); err == nil {
			c.Outbound.Endpoints = append(c.Outbound.Endpoints, endpoint)
		} else if network, err := netip.ParsePrefix(word); err == nil {
			c.Outbound.Networks = append(c.Outbound.Networks, network)
		} else {
			return fmt.Errorf("%q is neither a network such as 10.1.0.0/16 nor an address with a port", word)
		}
	}
	return nil
}

func readFolders(c *config, value string) error {
	for _, folder := range filepath.SplitList(value) {
		if !filepath.IsAbs(folder) {
			return fmt.Errorf("%q is not the whole path of a folder", folder)
		}
		c.Folders = append(c.Folders, filepath.Clean(folder))
	}
	return nil
}

func readProxies(c *config, value string) error {
	for _, word := range strings.FieldsFunc(value, isSeparator) {
		network, err := netip.ParsePrefix(word)
		if err != nil {
			return fmt.Errorf("%q is not a network such as 10.1.0.0/16", word)
		}
		c.Proxies = append(c.Proxies, network)
	}
	return nil
}

func readPorts(c *config, value string) error {
	for _, word := range strings.FieldsFunc(value, isSeparator) {
		n, err := whole(word, 1, 65535)
		if err != nil {
			return err
		}
		c.Outbound.Ports = append(c.Outbound.Ports, uint16(n))
	}
	return nil
}

func isSeparator(r rune) bool { return r == ',' || r == ' ' }
