// Rubrel builds pricing tables and the other small structures of a website.
package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"os/signal"
	"syscall"
)

const usage = `rubrel: pricing tables and their kin, from a price list to a published page

  rubrel demo                     start everything with demo data and print the address
  rubrel serve                    serve over the database in RUBREL_DATABASE
  rubrel render SITE.json -o DIR  write a site's release into a folder; needs no database
  rubrel demo-document            print the demo site as one JSON document
  rubrel quote SITE.json --set ID [--seats N] [--period P] [--currency C]
                                  print every plan's amounts as JSON
  rubrel check SITE.json          print every mark, a JSON object a line; exit 1 if one is serious
  rubrel read FILE… [--kind pricing] [--language de]
                                  print what is understood of lists: the set, what is asked, what went nowhere
  rubrel schema                   print the JSON Schema of such a document
  rubrel backup FILE              write everything in RUBREL_DATABASE into one file, while work goes on
  rubrel restore FILE             read such a file into an empty database
  rubrel notices                  print the licences of what ships from others

`

// command is one of the binary's commands.
type command func(ctx context.Context, arguments []string, out io.Writer) error

var commands = map[string]command{
	"demo": demoCommand, "serve": serveCommand, "render": renderCommand, "demo-document": demoDocument, "schema": schema,
	"quote": quoteCommand, "check": checkCommand, "read": readCommand,
	"backup": backupCommand, "restore": restoreCommand, "notices": notices,
}

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	if err := run(ctx, os.Args[1:], os.Stdout); err != nil {
		fmt.Fprintln(os.Stderr, "rubrel:", err)
		if errors.Is(err, errUsage) {
			os.Exit(2)
		}
		os.Exit(1)
	}
}

var errUsage = errors.New("see rubrel help")

func run(ctx context.Context, arguments []string, out io.Writer) error {
	if len(arguments) == 0 || arguments[0] == "help" || arguments[0] == "-h" || arguments[0] == "--help" {
		if _, err := io.WriteString(out, usage); err != nil {
			return err
		}
		return writeSettings(out)
	}
	c, ok := commands[arguments[0]]
	if !ok {
		return fmt.Errorf("there is no command %q: %w", arguments[0], errUsage)
	}
	return c(ctx, arguments[1:], out)
}
