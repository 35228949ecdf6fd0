#!/usr/bin/env bash
# npm run fuzz [-- SEED [COUNT]]: builds, starts a database of its own and sends malformed requests to a server on it.
set -euo pipefail
. tools/shell/common.sh
. tools/shell/postgres.sh
npm run --silent build:core
npm run --silent build:server
FOLDER=$(mktemp -d "${TMPDIR:-/tmp}/pentimento-fuzz.XXXXXX")
chmod 755 "$FOLDER"
trap 'pg_stop "$FOLDER"; rm -rf "$FOLDER"' EXIT
DB_PORT=$(free_port 15632)
pg_make "$FOLDER"
pg_start "$FOLDER" "$DB_PORT" "-c fsync=off -c synchronous_commit=off"
TEST_DATABASE_URL=$(pg_url "$FOLDER" "$DB_PORT" postgres) npx tsx tools/fuzz.ts "$@"
