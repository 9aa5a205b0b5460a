# Two commands: `make demo` and `make test`. Each installs what is missing.
.PHONY: demo test bench screenshots lint build

build:
	go build -o bin/rubrel ./cmd/rubrel

demo:
	scripts/install.sh run
	$(MAKE) --no-print-directory build
	exec bin/rubrel demo

test: lint
	scripts/install.sh test
	go test -timeout 25m ./...
	scripts/fuzz.sh 1000x

lint:
	scripts/install.sh lint
	@test -z "$$(gofmt -l cmd core demo dresses formats kinds publish render standin store testkit tools web)" || { gofmt -l cmd core demo dresses formats kinds publish render standin store testkit tools web; exit 1; }
	go vet ./...
	go tool staticcheck ./...

bench:
	scripts/install.sh run
	go test -run '^$$' -bench . -benchmem ./...

screenshots:
	scripts/install.sh test
	RUBREL_SCREENSHOTS=1 go test -count=1 ./tools/screenshots
