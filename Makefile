# Trencher: every command of the house. `make` alone lists them.
SHELL := /bin/bash
.DEFAULT_GOAL := help
VENV := .venv
PY := $(VENV)/bin/python
export PYTHONDONTWRITEBYTECODE :=

.PHONY: help install demo run lan dev test test-full test-quick check check-python check-svelte check-lint check-units fit bench bench-pages screenshots hooks house types chromium lock clean

help: ## list the commands
	@grep -hE '^[a-z-]+:.*## ' $(MAKEFILE_LIST) | sed -E 's/:.*## /\t/' | expand -t 16

$(VENV)/.runtime: requirements/runtime.lock pyproject.toml requirements/build.lock
	@bash scripts/prerequisites.sh
	test -x $(PY) || python3 -m venv $(VENV)
	$(PY) -m pip install -q --disable-pip-version-check --require-hashes --only-binary :all: -r requirements/runtime.lock -r requirements/build.lock
	$(PY) -m pip install -q --disable-pip-version-check --no-deps --no-build-isolation -e .
	@touch $@

$(VENV)/.kernel: $(VENV)/.runtime src/trencher/core/thermal/conduction.py
	@echo "Compiling the heat kernel into its cache (once)."
	$(PY) -m trencher.core.thermal.warm
	@touch $@

$(VENV)/.dev: $(VENV)/.runtime requirements/dev.lock
	$(PY) -m pip install -q --disable-pip-version-check --require-hashes --only-binary :all: -r requirements/dev.lock
	@touch $@

web/node_modules/.installed: web/package.json web/package-lock.json
	@bash scripts/prerequisites.sh
	cd web && npm ci --no-audit --no-fund --loglevel=error
	@touch $@

TYPES := web/src/lib/api/schema.d.ts

$(TYPES): docs/openapi.json web/node_modules/.installed
	cd web && npm run --silent types

web/dist/index.html: $(TYPES) web/node_modules/.installed $(shell find web/src web/index.html web/vite.config.ts -type f 2>/dev/null)
	cd web && npm run --silent build
	@touch $@

install: $(VENV)/.kernel web/dist/index.html ## set everything up

demo: install ## start Trencher with the demo world (Fennet Lock) and print the address
	$(PY) -m trencher demo

run: install ## start Trencher with a database of your own
	$(PY) -m trencher serve

lan: install ## the same, and for other screens of the house, behind a code
	$(PY) -m trencher serve --lan

dev: $(VENV)/.kernel $(VENV)/.dev $(TYPES) ## both sides hot, on the demo world
	bash scripts/dev.sh

chromium:
	@bash scripts/chromium.sh

types: $(VENV)/.kernel web/node_modules/.installed ## regenerate docs/openapi.json and the front end's types from it
	$(PY) -m trencher openapi > docs/openapi.json
	cd web && npm run --silent types

check: $(VENV)/.kernel $(VENV)/.dev $(TYPES) ## types and lint, both sides
	$(MAKE) --no-print-directory -j2 -O check-python check-svelte check-lint

# Parts of the above, side by side; what they need is there already.
check-python:
	$(VENV)/bin/ruff check .
	$(VENV)/bin/ruff format --check .
	$(PY) -m mypy
	$(PY) -m trencher openapi | diff -q - docs/openapi.json || { echo "docs/openapi.json is stale: make types"; exit 1; }

check-svelte:
	cd web && npm run --silent check

check-lint:
	cd web && npm run --silent lint

check-units:
	cd web && npm run --silent test

test: install $(VENV)/.dev chromium ## everything CI runs: types, lint, unit, service and browser tests
	$(MAKE) --no-print-directory -j2 -O check-svelte check-lint check-units check-python
	$(PY) -m pytest -n 3 --dist loadfile --durations=20

test-full: test ## all of that, sweeps whole, and minutes of hostile input
	TRENCHER_SWEEPS=full $(PY) -m pytest -m "full or sweep" -n 2

test-quick: $(VENV)/.kernel $(VENV)/.dev ## Python tests without browser and journeys
	$(PY) -m pytest -x -p no:playwright -p no:schemathesis --ignore=tests/browser --ignore=tests/journeys -n 3 --dist loadfile

hooks: $(VENV)/.dev web/node_modules/.installed ## look every commit over with the project's own tools
	$(VENV)/bin/pre-commit install

house: $(VENV)/.runtime ## draw docs/house.svg, the picture of the house, from the imports
	$(PY) scripts/house.py

fit: $(VENV)/.kernel ## fit the uncertain constants to the field, and write docs/fit.md
	OMP_NUM_THREADS=1 PYTHONPATH=src:. $(PY) -m bench.fit

bench: $(VENV)/.kernel ## print the speed and accuracy rows
	test -x $(VENV)-bench/bin/python || python3 -m venv $(VENV)-bench
	$(VENV)-bench/bin/python -m pip install -q --disable-pip-version-check --require-hashes -r requirements/bench.lock
	PYTHONPATH=src:. $(VENV)-bench/bin/python -m bench

bench/lighthouse/node_modules/.installed: bench/lighthouse/package.json bench/lighthouse/package-lock.json
	cd bench/lighthouse && npm ci --no-audit --no-fund --ignore-scripts && touch node_modules/.installed

bench-pages: install $(VENV)/.dev chromium bench/lighthouse/node_modules/.installed ## print how the places load and follow a hand on a phone (PLACES="/day …" for some)
	PYTHONPATH=src:. $(PY) -m bench.pages $(PLACES)

screenshots: install $(VENV)/.dev chromium ## remake docs/screenshots/ from the demo data
	$(PY) scripts/screenshots.py

lock: ## write the lock files anew (needs uv)
	for f in build runtime dev bench; do uv pip compile -q --universal --python-version 3.11 --generate-hashes --no-header requirements/$$f.in -o requirements/$$f.lock; done

clean: ## remove what was installed and built; never your data
	rm -rf $(VENV) $(VENV)-bench web/node_modules web/dist
