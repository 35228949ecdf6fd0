#!/usr/bin/env bash
# npm run crashes [-- COUNT]: kills PostgreSQL under a running server again and again; the server must live, say 503 with a hint, and come back.
set -euo pipefail
. tools/shell/common.sh
. tools/shell/postgres.sh
COUNT=${1:-50}
npm run --silent build:core
npm run --silent build:server
FOLDER=$(mktemp -d "${TMPDIR:-/tmp}/pentimento-crashes.XXXXXX")
chmod 755 "$FOLDER"
SERVER=
trap '[ -n "$SERVER" ] && kill "$SERVER" 2>/dev/null; pg_stop "$FOLDER"; rm -rf "$FOLDER"' EXIT
DB_PORT=$(free_port 15832)
PORT=$(free_port 14832)
pg_make "$FOLDER"
pg_start "$FOLDER" "$DB_PORT"
pg_shop "$FOLDER" "$DB_PORT" crashes
DATABASE_URL=$(pg_role_url "$FOLDER" "$DB_PORT" crashes application) DATABASE_OWNER_URL=$(pg_role_url "$FOLDER" "$DB_PORT" crashes owner) \
  SESSION_SECRET=crashes PENTIMENTO_DEMO=1 PORT=$PORT node server/dist/main.js &
SERVER=$!
# health CODE: waits until the server answers with it.
health() {
  for _ in $(seq 1 150); do
    [ "$(curl -s -o "$FOLDER/answer" -D "$FOLDER/head" -w '%{http_code}' "http://127.0.0.1:$PORT/api/health" || true)" = "$1" ] && return
    kill -0 "$SERVER" 2>/dev/null || fail "the server ended after $DONE crashes"
    sleep 0.2
  done
  fail "no $1 after $DONE crashes: $(cat "$FOLDER/answer")"
}
DONE=0
health 200
while [ "$DONE" -lt "$COUNT" ]; do
  # Requests under way at the moment of the crash.
  for _ in 1 2 3 4; do curl -s -o /dev/null "http://127.0.0.1:$PORT/api/auth/who" & done
  postmaster=$(head -n 1 "$FOLDER/data/postmaster.pid")
  kill -9 "$postmaster"
  wait $(jobs -p | grep -v "^$SERVER$") || true
  health 503
  grep -qi '^retry-after' "$FOLDER/head" || fail "503 without a hint after $DONE crashes"
  # Its children end by themselves; where nobody buries the dead its number would seem taken.
  while pgrep -P "$postmaster" >/dev/null; do sleep 0.1; done
  sleep 0.3
  rm -f "$FOLDER/data/postmaster.pid"
  pg_start "$FOLDER" "$DB_PORT"
  health 200
  DONE=$((DONE + 1))
done
say "$DONE crashes: the server lived, said 503 with a hint, and came back each time"
