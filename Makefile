# Two commands: `make demo` and `make test`. Each installs what is missing.
.PHONY: demo test test-all mutate bench fit fuzz race screenshots lint build

# AVIF is decoded in WebAssembly alone, and by no library of the machine.
export GOFLAGS := -tags=nodynamic

folders := cmd core demo dresses examples formats kinds outbound publish refresh render standin store testkit tools web

build:
	go build -ldflags="-s -w" -o bin/rubrel ./cmd/rubrel

demo:
	scripts/install.sh run
	$(MAKE) --no-print-directory build
	exec bin/rubrel demo

test: lint
	scripts/install.sh test
	go test -timeout 25m ./web ./render ./... # the longest first

# As test, and believes no judgement of an earlier run: see testkit/chromium/judged.go. Before a release, and weekly.
test-all: export RUBREL_JUDGE = anew
test-all: test

# Small changes in core that its own tests ought to notice, with those that none does.
mutate:
	scripts/install.sh test
	go run ./tools/mutate -n $${n:-300} $$(go list -f '{{.Dir}}' ./core/... | sed "s#^$$PWD/##")

lint:
	scripts/install.sh lint
	@test -z "$$(gofmt -l $(folders))" || { gofmt -l $(folders); exit 1; }
	@long=$$(git ls-files -co --exclude-standard '*.go' '*.css' '*.js' '*.html' '*.sh' '*.sql' | \
		grep -vE '/(vendor|testdata)/' | LC_ALL=C.UTF-8 xargs grep -nsE '^.{121,}'); \
		test -z "$$long" || { echo "$$long"; echo 'lines of more than 120 columns'; exit 1; }
	go vet ./...
	go tool staticcheck ./...

# Every fuzz test for a minute, and every route with every field and every nasty value.
fuzz:
	scripts/install.sh test
	scripts/fuzz.sh 60s
	RUBREL_FUZZ=all go test -count=1 -timeout 60m -run TestNastyValues ./web

# Text on the pages of a hundred clients that nobody prepared, at seven widths each.
fit:
	scripts/install.sh test
	RUBREL_FIT=174 go test -count=1 -v -timeout 30m -run TestTextFitsOnAnyClient ./render

race:
	scripts/install.sh test
	go test -race -timeout 60m ./web ./store ./publish ./outbound

bench:
	scripts/install.sh run
	go test -run '^$$' -bench . -benchmem ./...

screenshots:
	scripts/install.sh test
	RUBREL_SCREENSHOTS=1 go test -count=1 ./tools/screenshots
