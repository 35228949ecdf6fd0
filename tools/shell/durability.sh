#!/usr/bin/env bash
# npm run durability [-- TRIALS]: kill -9 of server and postmaster at random instants, fsync on (tools/durability.ts), on a database of its own.
set -euo pipefail
. tools/shell/common.sh
. tools/shell/postgres.sh
need_debian postgresql
npm run --silent build:core
npm run --silent build:server
DURABILITY_FOLDER=$(mktemp -d /var/tmp/pentimento-durability.XXXXXX)
chmod 755 "$DURABILITY_FOLDER"
# What is left running ends; that nothing is left is no failure.
trap 'pkill -P $$ 2>/dev/null || true; pg_stop "$DURABILITY_FOLDER"; rm -rf "$DURABILITY_FOLDER"' EXIT
DURABILITY_DB_PORT=$(free_port 15870)
pg_make "$DURABILITY_FOLDER"
pg_start "$DURABILITY_FOLDER" "$DURABILITY_DB_PORT"
pg_shop "$DURABILITY_FOLDER" "$DURABILITY_DB_PORT" durability
DURABILITY_PORT=$(free_port 14870)
export DURABILITY_FOLDER DURABILITY_DB_PORT DURABILITY_PORT
DATABASE_URL=$(pg_role_url "$DURABILITY_FOLDER" "$DURABILITY_DB_PORT" durability application) \
  DATABASE_OWNER_URL=$(pg_role_url "$DURABILITY_FOLDER" "$DURABILITY_DB_PORT" durability owner) \
  DURABILITY_ADMIN_URL=$(pg_url "$DURABILITY_FOLDER" "$DURABILITY_DB_PORT" durability) npx tsx tools/durability.ts "${1:-200}"
