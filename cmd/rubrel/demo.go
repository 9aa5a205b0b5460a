package main

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"io"
	"net"
	"os"
	"path/filepath"
	"strings"
	"time"

	"rubrel/core/document"
	"rubrel/demo"
	"rubrel/kinds"
	"rubrel/standin/checkout"
	"rubrel/standin/ratesdesk"
	"rubrel/standin/reviewsite"
	"rubrel/standin/webhost"
	"rubrel/store"
	"rubrel/store/cluster"
)

// demoCommand starts a database, the stand-ins and the application, with demo data.
func demoCommand(ctx context.Context, _ []string, out io.Writer) (err error) {
	c, err := configFromEnvironment()
	if err != nil {
		return err
	}
	// All ports first: a taken one is told before anything is started.
	standIns := []string{webhostSetting, checkoutSetting, ratesSetting, reviewsSetting}
	addresses := []address{{"RUBREL_ADDR", c.Address}}
	for _, setting := range standIns {
		addresses = append(addresses, address{setting, c.StandIns[setting]})
	}
	listeners, err := listenAll(addresses)
	if err != nil {
		return err
	}
	at := map[string]string{} // the address of each stand-in, by its setting
	for i, setting := range standIns {
		at[setting] = urlOf(listeners[i+1])
	}
	home, database, err := startDatabase(ctx, c.Home)
	if err != nil {
		return err
	}
	defer func() {
		stopping, cancel := context.WithTimeout(context.Background(), 30*time.Second)
		defer cancel()
		err = errors.Join(err, database.Stop(stopping))
	}()
	folder := filepath.Join(home, "webhost")
	if err := os.MkdirAll(folder, 0o755); err != nil {
		return err
	}
	if len(c.Key) == 0 {
		if c.Key, err = demoKey(filepath.Join(home, "key")); err != nil {
			return err
		}
	}
	for _, l := range listeners[1:] { // the stand-ins may be asked
		c.Outbound.Endpoints = append(c.Outbound.Endpoints, l.Addr().(*net.TCPAddr).AddrPort())
	}
	host := func(site string) store.Host {
		return store.Host{URL: at[webhostSetting] + "/dav/" + site, Public: at[webhostSetting] + "/" + site,
			Username: webhost.Username, Password: webhost.Password}
	}
	c.Database, c.Rates = database.URL, at[ratesSetting]
	app, err := newApplication(ctx, c, host)
	if err != nil {
		return err
	}
	defer app.close()
	if !c.ReadOnly {
		places := strings.NewReplacer(demo.Checkout, at[checkoutSetting], demo.Reviews, at[reviewsSetting])
		if err := seed(ctx, app.store, host, places); err != nil {
			return err
		}
	}
	fmt.Fprintf(out, "Rubrel is at            %s/\nStand-ins               web host %s/, checkout %s/, rates desk "+
		"%s/, review site %s/\nData                    %s\n", urlOf(listeners[0]), at[webhostSetting], at[checkoutSetting],
		at[ratesSetting], at[reviewsSetting], home)
	return app.serve(ctx, served{listeners[0], app.handler}, served{listeners[1], webhost.New(folder)},
		served{listeners[2], checkout.New(app.site, time.Now)}, served{listeners[3], ratesdesk.New(time.Now)},
		served{listeners[4], reviewsite.New()})
}

// site is one of the sites as it is now.
func (app *application) site(ctx context.Context, id string) (*document.Site, error) {
	loaded, err := app.store.Load(ctx, id)
	if err != nil {
		return nil, err
	}
	return loaded.Site, nil
}

// demoKey is the demo's own key, made at its first start.
func demoKey(path string) ([]byte, error) {
	text, err := os.ReadFile(path)
	if errors.Is(err, os.ErrNotExist) {
		text = []byte(hex.EncodeToString(store.NewKey()))
		err = os.WriteFile(path, text, 0o600)
	}
	if err != nil {
		return nil, fmt.Errorf("the demo's key: %w", err)
	}
	key, err := hex.DecodeString(strings.TrimSpace(string(text)))
	if err != nil {
		return nil, fmt.Errorf("the demo's key in %s: %w", path, err)
	}
	return key, nil
}

// startDatabase starts the demo's cluster in RUBREL_HOME. Where nothing is set and the unprivileged user cannot
// reach this folder (a checkout below /root), it goes to /var/tmp, under a name made of this folder's.
func startDatabase(ctx context.Context, folder string) (home string, c *cluster.Cluster, err error) {
	home, err = filepath.Abs(folder)
	if err != nil {
		return "", nil, err
	}
	c, err = cluster.Start(ctx, filepath.Join(home, "postgres"), cluster.Options{})
	if errors.Is(err, cluster.ErrUnreachable) && os.Getenv("RUBREL_HOME") == "" {
		sum := sha256.Sum256([]byte(home))
		home = "/var/tmp/rubrel-" + hex.EncodeToString(sum[:4])
		c, err = cluster.Start(ctx, filepath.Join(home, "postgres"), cluster.Options{})
	}
	if errors.Is(err, cluster.ErrUnreachable) {
		err = fmt.Errorf("%w: set RUBREL_HOME to a folder it can reach, such as /var/tmp/rubrel", err)
	}
	return home, c, err
}

// seed makes the demo sites where they are missing, and tells stand-in hosts where they listen this time.
func seed(ctx context.Context, s *store.Store, host func(string) store.Host, addresses *strings.Replacer) error {
	for id, text := range demo.Sites() {
		_, tree, err := document.Parse([]byte(addresses.Replace(string(text))), kinds.All())
		if err != nil {
			return fmt.Errorf("the demo document of %s: %w", id, err)
		}
		if err := s.CreateSite(ctx, id, tree); err != nil && !errors.Is(err, store.ErrTaken) {
			return err
		}
	}
	sites, err := s.SiteIDs(ctx)
	if err != nil {
		return err
	}
	for _, site := range sites {
		current, err := s.Credentials(ctx, site)
		if errors.Is(err, store.ErrNotFound) || err == nil && current.Password == webhost.Password &&
			current.URL != host(site).URL {
			err = s.SetHost(ctx, site, host(site))
		}
		if err != nil {
			return err
		}
	}
	return nil
}
