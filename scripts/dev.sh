#!/usr/bin/env bash
# Both sides hot: the API on the demo world starts anew when a Python file changes (it waits a second for
# open streams), and Vite in front of it swaps what changed in the page.
set -eu
.venv/bin/python -m uvicorn trencher.main:demo_app --factory --port 8480 --log-level warning \
  --reload --reload-dir src/trencher --timeout-graceful-shutdown 1 &
api=$!
trap 'kill "$api" 2>/dev/null || true' EXIT
cd web && npx vite --host 127.0.0.1
