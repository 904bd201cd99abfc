# The two that matter: make demo, make test. Everything else is a part of them.
.DELETE_ON_ERROR:
SHELL := /bin/sh
PYTHON := .venv/bin/python
PORT ?= 8000
WEB_SOURCES := $(shell find web/src web/public -type f) web/package.json web/vite.config.ts web/tsconfig.json

.PHONY: pages planner laws mutations survivors demo demo-reset test check-need-demo check-need-test lint types unit browser web \
  generated messages figures screenshots locks clean demo-bundles web-lint web-types web-unit loaded-demo

demo: check-need-demo .make/static .make/compiled var/secret-key
	@$(PYTHON) manage.py start_demo --port $(PORT)

demo-reset: check-need-demo .make/static var/secret-key
	@rm -f var/anleitung.sqlite3 var/anleitung.sqlite3-wal var/anleitung.sqlite3-shm
	@echo "The demo starts over at the next 'make demo'."

# What does not wait for one another runs together. Browser tests wait for pages a quarter of their
# time; all the rest takes what they leave (nice), but for the tests that wait by the clock.
test: check-need-demo
	@echo "Each part prints what it has to say when it is through."
	@$(MAKE) --no-print-directory -j3 --output-sync=line in-front beside
	@echo "Everything passed."

.PHONY: in-front beside
in-front: check-need-test .make/dev loaded-demo
	@$(MAKE) --no-print-directory browser LOADED=var/loaded-demo CLOCK='tests/mirrors -m "browser or clock"'

beside: check-need-test .make/dev .make/static
	@MAKEFLAGS= nice -n 19 $(MAKE) --no-print-directory lint web-lint web-types web-unit types unit WITHOUT='-m "not clock"'

check-need-demo:
	@scripts/need demo

check-need-test:
	@scripts/need test

lint: .make/dev
	.venv/bin/ruff format --check .
	.venv/bin/ruff check .
	.venv/bin/lint-imports --no-logo

types: .make/dev var/secret-key
	.venv/bin/mypy

web-lint: .make/node
	cd web && npm run -s lint

web-types: .make/node
	cd web && npm run -s types

web-unit: .make/node
	cd web && npm run -s test

unit: .make/dev .make/static var/secret-key
	.venv/bin/pytest -q -n 2 --ignore=tests/browser $(WITHOUT)

# LOADED: data of the demo as loaded-demo left them a moment ago; without it the tests load their own.
# CLOCK: what else is not to be kept from the processor.
browser: .make/dev .make/static var/secret-key
	ANLEITUNG_LOADED_DEMO=$(LOADED) .venv/bin/pytest -q -n 2 --dist loadfile --no-loadscope-reorder tests/browser $(CLOCK)

loaded-demo: .make/compiled .make/static
	@rm -rf var/loaded-demo var/loaded-demo-begun
	$(PYTHON) -m tests.browser.loaded var/loaded-demo

# Scores of the main pages; its own tool is fetched once, apart from everything else.
pages: .make/dev .make/static var/secret-key
	@test -x var/lighthouse/node_modules/.bin/lighthouse || \
	  npm install --silent --no-audit --no-fund --prefix var/lighthouse lighthouse@12
	CHROME_PATH=$${CHROMIUM:-$$($(PYTHON) -c "from anleitung.demo.serving import CHROMIUM; print(CHROMIUM)")} \
	  $(PYTHON) benchmarks/pages.py var/lighthouse/node_modules/.bin/lighthouse

# What is generated from the code and kept in the repository.
generated: .make/dev .make/node var/secret-key
	$(PYTHON) -m anleitung.api.export > docs/openapi.json
	cd web && npm run -s api
	$(PYTHON) scripts/generate_docs.py

figures: .make/dev .make/static var/secret-key
	$(PYTHON) benchmarks/proof.py
	$(PYTHON) benchmarks/forty.py
	$(PYTHON) benchmarks/demo_guides.py
	$(PYTHON) benchmarks/compare.py
	$(PYTHON) benchmarks/evidence.py
	$(PYTHON) benchmarks/schemes.py
	$(PYTHON) benchmarks/updates.py
	$(PYTHON) benchmarks/mirror.py
	$(PYTHON) benchmarks/weight.py
	$(PYTHON) benchmarks/slow_sockets.py
	PYTHONPATH=. $(PYTHON) benchmarks/reproof.py
	PYTHONPATH=. $(PYTHON) benchmarks/routes.py
	PYTHONPATH=. $(PYTHON) benchmarks/beside_work.py
	PYTHONPATH=. $(PYTHON) benchmarks/killed.py

# Routes beside an established planner, which is installed apart from everything else.
planner: .make/dev var/secret-key
	@test -d var/planner || $(PYTHON) -m pip install -q --disable-pip-version-check --require-hashes \
	  -r benchmarks/requirements.txt --target var/planner
	PYTHONPATH=.:var/planner $(PYTHON) benchmarks/planner.py

# The laws of the engine on many more random guides than the tests try.
laws: .make/dev var/secret-key
	$(PYTHON) scripts/laws.py --count $(or $(COUNT),100000)

# Two hundred random changes of the phone model: how many the tests notice.
mutations: .make/dev var/secret-key
	$(PYTHON) benchmarks/model_mutations.py

# Changes of the demo's guides that nobody notices, each group with the reason why that is right.
survivors: .make/dev var/secret-key
	$(PYTHON) benchmarks/survivors.py $(or $(COUNT),20000)

screenshots: .make/dev .make/static var/secret-key
	$(PYTHON) scripts/screenshots.py

# Lock files with hashes and without any address; needs uv.
locks:
	for f in requirements requirements-dev; do uv pip compile --python-version 3.11 --generate-hashes \
	  --no-emit-index-url --no-emit-find-links --no-header $$f.in -o $$f.txt; done

web: .make/static

var/secret-key:
	@mkdir -p var
	@umask 077 && python3 -c "import secrets; print(secrets.token_urlsafe(50))" > $@

.make/venv: requirements.txt pyproject.toml
	@mkdir -p .make
	@echo "Setting up Python packages."
	@python3 -m venv .venv
	@.venv/bin/pip install -q --disable-pip-version-check --require-hashes -r requirements.txt
	@.venv/bin/pip install -q --disable-pip-version-check --no-deps --no-build-isolation -e .
	@touch $@

# Read once for all that start later, also where the environment keeps Python from doing so.
.make/compiled: .make/venv $(shell find anleitung -name '*.py')
	@$(PYTHON) -m compileall -q anleitung
	@touch $@

.make/dev: requirements-dev.txt .make/venv
	@echo "Setting up the packages for tests."
	@.venv/bin/pip install -q --disable-pip-version-check --require-hashes -r requirements-dev.txt
	@touch $@

.make/node: web/package-lock.json web/package.json web/.npmrc
	@mkdir -p .make
	@echo "Setting up the packages of the front end."
	@cd web && npm ci --silent --no-audit --no-fund
	@touch $@

.make/web: .make/node $(WEB_SOURCES)
	@cd web && npm run -s build -- --logLevel warn
	@touch $@

.make/static: .make/web .make/venv var/secret-key
	@$(PYTHON) manage.py collectstatic --noinput --clear -v0
	@touch $@

clean:
	rm -rf .make .venv web/node_modules web/dist var/static

demo-bundles: .make/venv
	@$(PYTHON) scripts/write_demo_bundles.py

# The texts of readers' pages, for translators; what is missing then fails the tests.
messages: .make/venv
	cd anleitung && ../$(PYTHON) ../manage.py makemessages -l de --no-location --no-wrap --no-obsolete
	cd anleitung && ../$(PYTHON) ../manage.py compilemessages -l de
