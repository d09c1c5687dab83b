# make demo   set everything up and serve the app with demo data
# make test   set everything up and run every test, the browser's too
# make check  format, lint, types, built files, migrations, licences, imports
# make run    serve for development, from your own database

SHELL := /bin/bash
PORT ?= 8000
PYTHON ?= $(shell for p in python3.11 python3; do command -v $$p >/dev/null && $$p -c 'import sys; sys.exit(sys.version_info < (3, 11))' 2>/dev/null && echo $$p && break; done)
BIN := .venv/bin
SETUP := .setup
PACKAGES := prism web people background_jobs methods decks training tinting jobs reviews viewings steps documents search records instruments studio
export OPENBLAS_NUM_THREADS ?= 1
export MALLOC_ARENA_MAX ?= 2
export PYTHONDONTWRITEBYTECODE ?= 1

.PHONY: demo test check run bench pictures css assets requirements deck weights architecture data-model manual bill mutants clean

demo: $(SETUP)/python
	@STUDIO_ENV=demo $(BIN)/python manage.py migrate --verbosity 0
	@STUDIO_ENV=demo $(BIN)/python manage.py load_demo
	@STUDIO_ENV=demo $(BIN)/python manage.py collectstatic --noinput --verbosity 0
	@echo "Gentle Prism is at http://127.0.0.1:$(PORT)/ (Ctrl-C stops it)"
	@(until STUDIO_ENV=demo $(BIN)/python manage.py work --verbosity 0; do sleep 2; done) & work=$$!; trap "pkill -P $$work; kill $$work" EXIT; STUDIO_ENV=demo $(BIN)/gunicorn studio.wsgi --bind 127.0.0.1:$(PORT) --worker-class gthread --workers 2 --threads 4 --log-level warning --no-control-socket

run: $(SETUP)/python
	@$(BIN)/python manage.py migrate --verbosity 0
	@$(BIN)/python manage.py work & work=$$!; trap "kill $$work" EXIT; $(BIN)/python manage.py runserver $(PORT)

test: $(SETUP)/python $(SETUP)/node $(SETUP)/browser
	$(BIN)/python manage.py test --parallel auto $(PACKAGES)
	@mkdir -p var && rm -f var/e2e.sqlite3*
	TEST_DATABASE=var/e2e.sqlite3 $(BIN)/python manage.py test --noinput --parallel auto e2e

check: $(SETUP)/python $(SETUP)/node
	$(BIN)/ruff format --check .
	$(BIN)/ruff check .
	$(BIN)/mypy .
	node tools/templates.mjs
	$(BIN)/djlint --lint --quiet $(filter-out prism,$(PACKAGES))
	$(BIN)/python manage.py makemigrations --check --dry-run
	$(BIN)/python tools/check_assets.py
	$(BIN)/lint-imports --no-cache
	$(BIN)/python -m tools.architecture
	$(BIN)/python -m tools.data_model
	$(BIN)/python -m tools.glossary
	npx --no-install cspell --no-progress --quiet '*.md' 'docs/**/*.md' '**/templates/**/*.html' 'prism/words/*.py' 'prism/messages/*.py'
	$(BIN)/python -m tools.dependencies

bench: $(SETUP)/python $(SETUP)/node
	$(BIN)/python -m bench

pictures: $(SETUP)/python $(SETUP)/browser
	$(BIN)/python -m tools.pictures http://127.0.0.1:$(PORT)

css: $(SETUP)/node
	npm run --silent css

assets: $(SETUP)/node
	$(BIN)/python tools/check_assets.py --write

requirements: $(SETUP)/python
	for name in base dev mutants; do $(BIN)/uv pip compile --quiet --upgrade --generate-hashes --universal --no-header --python-version 3.11 requirements/$$name.in --output-file requirements/$$name.txt; done

deck: $(SETUP)/python
	$(BIN)/python -m prism.demo.build

manual: $(SETUP)/python
	@mkdir -p var
	$(BIN)/python manage.py manual var/manual.pdf

architecture: $(SETUP)/python
	$(BIN)/python -m tools.architecture --write

data-model: $(SETUP)/python
	$(BIN)/python -m tools.data_model --write

bill: $(SETUP)/python
	PATH=$(CURDIR)/$(BIN):$$PATH $(BIN)/python -m tools.bill

mutants: $(SETUP)/python
	@$(BIN)/python -m pip install --quiet --disable-pip-version-check --require-hashes --requirement requirements/mutants.txt
	$(BIN)/python -m tools.mutants

weights: $(SETUP)/python
	$(BIN)/python tools/make_weights.py
	$(BIN)/python -m tools.make_light

clean:
	rm -rf .venv node_modules .setup staticfiles var

# --- what a fresh machine lacks ------------------------------------------------------------------

# $(call debian,PACKAGES) installs Debian packages, as root or through sudo
define debian
	@if ! command -v apt-get >/dev/null; then echo "Please install: $(1)"; exit 1; fi
	@echo "Installing $(1)"; SUDO=$$([ $$(id -u) = 0 ] || echo sudo); \
	  $$SUDO apt-get update -qq && DEBIAN_FRONTEND=noninteractive $$SUDO apt-get install -y -qq --no-install-recommends $(1) >/dev/null
endef

$(SETUP)/python: requirements/dev.txt
	@mkdir -p $(SETUP)
	@test -n "$(PYTHON)" || { echo "Python 3.11 or later is needed: install python3 and python3-venv"; exit 1; }
	@$(PYTHON) -c 'import ensurepip, venv' 2>/dev/null || $(MAKE) --no-print-directory debian-venv
	@test -x $(BIN)/python || $(PYTHON) -m venv .venv
	@$(BIN)/python -m pip install --quiet --disable-pip-version-check --require-hashes --requirement requirements/dev.txt
	@$(BIN)/python -c 'import weasyprint' 2>/dev/null || $(MAKE) --no-print-directory debian-pango
	@touch $@

$(SETUP)/node: package-lock.json
	@mkdir -p $(SETUP)
	@command -v npm >/dev/null || $(MAKE) --no-print-directory debian-node
	@npm ci --silent --no-audit --no-fund
	@touch $@

$(SETUP)/browser:
	@mkdir -p $(SETUP)
	@{ command -v chromium && command -v chromedriver; } >/dev/null || $(MAKE) --no-print-directory debian-browser
	@touch $@

.PHONY: debian-venv debian-pango debian-node debian-browser
debian-venv:
	$(call debian,python3-venv)
debian-pango:
	$(call debian,libpango-1.0-0 libpangoft2-1.0-0 libharfbuzz-subset0)
debian-node:
	$(call debian,nodejs npm)
debian-browser:
	$(call debian,chromium chromium-driver)
