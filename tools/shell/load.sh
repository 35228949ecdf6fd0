#!/usr/bin/env bash
# npm run load: figures of a large shop (tools/load.ts), on a database of its own.
set -euo pipefail
. tools/shell/common.sh
. tools/shell/postgres.sh
need_debian postgresql
npm run --silent build:core
npm run --silent build:server
FOLDER=$(mktemp -d /var/tmp/pentimento-load.XXXXXX)
chmod 755 "$FOLDER"
trap 'pg_stop "$FOLDER"; rm -rf "$FOLDER"' EXIT
DB_PORT=$(free_port 15880)
pg_make "$FOLDER"
pg_start "$FOLDER" "$DB_PORT"
pg_shop "$FOLDER" "$DB_PORT" load
DATABASE_URL=$(pg_role_url "$FOLDER" "$DB_PORT" load application) DATABASE_OWNER_URL=$(pg_role_url "$FOLDER" "$DB_PORT" load owner) \
  LOAD_ADMIN_URL=$(pg_url "$FOLDER" "$DB_PORT" load) LOAD_PORT=$(free_port 14880) npx tsx tools/load.ts
