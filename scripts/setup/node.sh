# Stops with one clear line where Node.js is missing or too old.
if ! command -v node >/dev/null || ! command -v npm >/dev/null; then
  echo "Good Trail needs Node.js 20.19 or newer with npm. Install it and run this command again." >&2
  exit 1
fi
if ! node -e 'const [a, b] = process.versions.node.split(".").map(Number); process.exit(a > 20 || (a === 20 && b >= 19) ? 0 : 1)'; then
  echo "Good Trail needs Node.js 20.19 or newer; this is $(node --version). Install a newer one and run this command again." >&2
  exit 1
fi
