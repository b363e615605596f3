#!/usr/bin/env bash
# Says in one line each what is missing on this machine, and how to get it.
set -u
bad=0
say() { echo "Trencher needs $1" >&2; bad=1; }
if ! command -v python3 >/dev/null; then
  say "Python 3.11 or newer: apt-get install python3 python3-venv"
else
  python3 -c 'import sys; sys.exit(sys.version_info < (3, 11))' || say "Python 3.11 or newer; this is $(python3 --version 2>&1)"
  # Bare Debian has venv without ensurepip, which leaves a half-made folder behind.
  python3 -c 'from ensurepip import bootstrap' 2>/dev/null || say "Python's venv module: apt-get install python3-venv"
fi
if ! command -v node >/dev/null; then
  say "Node.js 20.19 or newer, with npm: see your distribution's packages"
else
  node -e 'const [a,b]=process.versions.node.split(".").map(Number);process.exit(a>20||(a===20&&b>=19)?0:1)' || say "Node.js 20.19 or newer; this is $(node --version)"
  command -v npm >/dev/null || say "npm, which comes with Node.js: apt-get install npm"
fi
exit $bad
