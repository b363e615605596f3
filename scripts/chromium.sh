#!/usr/bin/env bash
# The browser tests drive Debian's own Chromium: its shell without windows, or the whole of it where
# there is none. Installs it when missing, and says so.
set -eu
if command -v chromium-headless-shell >/dev/null || command -v chromium >/dev/null; then exit 0; fi
echo "Installing Debian's Chromium for the browser tests (apt-get install chromium-headless-shell)."
if ! command -v apt-get >/dev/null; then
  echo "There is no apt-get here: install Chromium by hand so that 'chromium' is on the PATH." >&2; exit 1
fi
run=""
if [ "$(id -u)" -ne 0 ]; then
  command -v sudo >/dev/null || { echo "Run as root, or install chromium by hand: apt-get install chromium" >&2; exit 1; }
  run="sudo"
fi
$run apt-get update -qq
get() { $run env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@" fonts-dejavu-core >/dev/null; }
get chromium-headless-shell || get chromium
