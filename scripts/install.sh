#!/usr/bin/env bash
# Installs what the demo or the tests need and this machine lacks: Debian's packages, and for the tests the
# checkers from npm. Usage: install.sh run | test | lint
set -euo pipefail
cd "$(dirname "$0")/.."
what=${1:-run}

packages=()
need() { # program package
  command -v "$1" >/dev/null 2>&1 || packages+=("$2")
}
font() { # file package
  [ -e "/usr/share/fonts/truetype/$1" ] || packages+=("$2")
}
need go golang-go
if [ "$what" != lint ] && ! compgen -G '/usr/lib/postgresql/*/bin/initdb' >/dev/null; then packages+=(postgresql); fi
if [ "$what" = test ]; then
  need chromium-headless-shell chromium-headless-shell
  need pdftoppm poppler-utils
  # The fonts of visitors' systems, of which each Chromium of a test sees one alone: see chromium.SystemFonts.
  font dejavu/DejaVuSans.ttf fonts-dejavu-core
  font liberation/LiberationSans-Regular.ttf fonts-liberation
  font noto/NotoSans-Regular.ttf fonts-noto-core
  need java default-jre-headless
  need node nodejs
  need npm npm
fi
if [ ${#packages[@]} -gt 0 ]; then
  echo "installing: ${packages[*]}"
  sudo=
  [ "$(id -u)" = 0 ] || sudo=sudo
  # Debian would start a cluster of its own on installation; Rubrel's is private.
  $sudo mkdir -p /etc/postgresql-common
  conf=/etc/postgresql-common/createcluster.conf
  [ -e $conf ] || echo 'create_main_cluster = false' | $sudo tee $conf >/dev/null
  $sudo apt-get update -qq
  DEBIAN_FRONTEND=noninteractive $sudo apt-get install -y -qq --no-install-recommends "${packages[@]}" >/dev/null
fi
installed=tools/check/node_modules/.installed-$(cksum <tools/check/package-lock.json | cut -d' ' -f1)
if [ "$what" = test ] && [ ! -e "$installed" ]; then
  npm ci --prefix tools/check --ignore-scripts --no-audit --no-fund --loglevel=error
  touch "$installed"
fi
