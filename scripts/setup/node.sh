# Stops with one clear line where Node.js is missing or too old.
if ! command -v node >/dev/null || ! command -v npm >/dev/null; then
  echo "Good Trail needs Node.js 20.19 or newer with npm. Install it and run this command again." >&2
  exit 1
fi
IFS=. read -r major minor _ <<<"$(node --version | tr -d v)"
if ((major < 20 || (major == 20 && minor < 19))); then
  echo "Good Trail needs Node.js 20.19 or newer; this is $(node --version). Install a newer one and run this command again." >&2
  exit 1
fi
