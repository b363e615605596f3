#!/usr/bin/env bash
# Both servers with reload: the API on the demo world, and Vite in front of it.
set -eu
.venv/bin/python -m trencher demo --port 8480 &
api=$!
trap 'kill "$api" 2>/dev/null || true' EXIT
cd web && npx vite --host 127.0.0.1
