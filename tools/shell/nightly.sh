#!/usr/bin/env bash
# nightly.sh SETTINGS: one backup of a served shop; the last thirty are kept.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/../.."
. tools/shell/common.sh
. tools/shell/serve.sh
settings=${1:?say which settings}
data=$(setting "$settings" DATA)
folder=$(setting "$settings" BACKUPS)
folder=${folder:-${data:-.local/shop}/backups}
url=$(setting "$settings" DATABASE_OWNER_URL)
[ -n "$url" ] || url=$(cat "${data:-.local/shop}/owner-url")
mkdir -p "$folder"
DATABASE_OWNER_URL=$url node server/dist/backup/main.js backup "$folder/$(date +%Y-%m-%d-%H%M%S).shop"
ls -1t "$folder"/*.shop | tail -n +31 | xargs -r rm --
