#!/usr/bin/env bash
# npm run try-serving: a served shop behind a real nginx (Debian: nginx), with the shipped example: https, sessions, ids of requests, a process that is killed,
# the units of systemd. Not in CI.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/../.."
. tools/shell/common.sh
. tools/shell/postgres.sh
. tools/shell/serve.sh
command -v nginx >/dev/null || fail "nginx is missing: apt-get install -y nginx-light"
# What is missing is installed and built before: a fresh clone is not waited for as if it were starting.
need_debian postgresql
need_node
need_npm
build_all
TRY=$(mktemp -d /var/tmp/pentimento-serving.XXXXXX)
chmod 755 "$TRY"
clean() {
  [ ! -f "$TRY/nginx.pid" ] || kill "$(cat "$TRY/nginx.pid")" 2>/dev/null || true
  if [ -n "${SHOP:-}" ]; then kill -TERM "$SHOP" 2>/dev/null || true; wait "$SHOP" 2>/dev/null || true; fi
  rm -rf "$TRY"
}
trap clean EXIT
passed=0
check() { local what=$1; shift; if "$@"; then say "ok: $what"; passed=$((passed + 1)); else fail "$what"; fi; }

shop_port=$(free_port 18443) https_port=$(free_port 19443) figures_port=$(free_port 19464)
own_certificate "$TRY/certificate" shop.local
cat >"$TRY/shop.env" <<T
NAME=shop.local
PORT=$shop_port
HOST=127.0.0.1
PROCESSES=2
DATA=$TRY/data
HTTPS=no
TRUST_PROXY=loopback
PUBLIC_URL=https://shop.local:$https_port
METRICS_PORT=$figures_port
T
./pentimento serve --config "$TRY/shop.env" >"$TRY/shop.log" 2>&1 &
SHOP=$!
for _ in $(seq 1 300); do curl -sf -o /dev/null -H "Host: 127.0.0.1" "http://127.0.0.1:$shop_port/api/health" && break; sleep 0.3; done
{
  printf 'pid %s/nginx.pid;\nerror_log %s/nginx.log;\nevents {}\nhttp {\naccess_log off;\nclient_body_temp_path %s/b; proxy_temp_path %s/p; fastcgi_temp_path %s/f; uwsgi_temp_path %s/u; scgi_temp_path %s/s;\n' "$TRY" "$TRY" "$TRY" "$TRY" "$TRY" "$TRY" "$TRY"
  sed "s#127.0.0.1:8443#127.0.0.1:$shop_port#; s#listen 443#listen 127.0.0.1:$https_port#; s#/etc/ssl/shop#$TRY/certificate/shop#" tools/serving/nginx.conf
  printf '}\n'
} >"$TRY/nginx.conf"
nginx -c "$TRY/nginx.conf"
ask() { curl -s --cacert "$TRY/certificate/authority.crt" --resolve "shop.local:$https_port:127.0.0.1" "$@"; }
at=https://shop.local:$https_port

check "the example answers over https, by the shop's own authority" ask -f -o /dev/null "$at/api/health"
check "no other name is answered" test "$(ask -o /dev/null -w '%{http_code}' -H 'Host: other.example' "$at/api/health")" = 421
owner='{"name":"Hal Stone","login":"hal","password":"a long enough word","role":"owner"}'
ask -c "$TRY/cookies" -o /dev/null -H 'content-type: application/json' -d "$owner" "$at/api/auth/setup"
check "the session's cookie is for https alone" grep -q 'TRUE' <(grep -v '^# ' "$TRY/cookies" | cut -f4)
check "a signed-in person is known through the proxy" grep -q '"Hal Stone"' <(ask -b "$TRY/cookies" "$at/api/auth/who")
id=$(ask -o /dev/null -D - "$at/api/auth/who" | tr -d '\r' | sed -n 's/^x-request-id: //Ip')
check "the proxy's id of a request stands in the log" grep -q "\"id\":\"$id\"" "$TRY/shop.log"
check "the log is lines of JSON" node -e '
  const lines = require("fs").readFileSync(process.argv[1], "utf8").trim().split("\n").filter((l) => l.startsWith("{"));
  lines.forEach((l) => JSON.parse(l)); process.exit(lines.length > 3 ? 0 : 1)' "$TRY/shop.log"
key=$(ask -b "$TRY/cookies" -H 'content-type: application/json' -d '{"id":"3f0c6c1e-6c1e-4b63-9a50-0a8a0e9d9f11","name":"Hall","kind":"room"}' "$at/api/instruments" | sed -n 's/.*"key":"\([^"]*\)".*/\1/p')
check "an instrument's line goes through the proxy" node --input-type=module -e '
  import { readFileSync } from "node:fs";
  import { WebSocket } from "ws";
  const [authority, port, key] = process.argv.slice(1);
  const line = new WebSocket(`wss://127.0.0.1:${port}/api/instruments/line`, { ca: readFileSync(authority), servername: "shop.local", headers: { host: `shop.local:${port}` } });
  line.on("open", () => line.send(`hello 1 ${key}`));
  line.on("error", (error) => { console.error(error.message); process.exit(1); });
  line.on("message", (data) => process.exit(String(data) === "welcome room Hall" ? 0 : 1));
  setTimeout(() => process.exit(1), 5000)' "$TRY/certificate/authority.crt" "$https_port" "$key"
for _ in $(seq 1 40); do ask -o /dev/null "$at/api/auth/who"; done
counted=$(curl -s "http://127.0.0.1:$figures_port/metrics" | sed -n 's/^http_request_seconds_count.*auth\/who.* //p' | awk '{n += $1} END {print n}')
check "figures of both processes are added up ($counted requests)" test "$counted" -ge 42
killed=$(pgrep -f 'server/dist/serve.js' | tail -n 1)
kill -9 "$killed"
sleep 4
check "a killed process is replaced, and the shop answers" ask -f -o /dev/null "$at/api/health"
for unit in tools/serving/*.service tools/serving/*.timer; do
  # Only what the unit itself says: that this machine has no such user or folder is no fault of it.
  check "$(basename "$unit") is a sound unit" test -z "$(systemd-analyze verify "$unit" 2>&1 | grep "$(basename "$unit")" | grep -iE 'unknown|invalid|failed to parse|missing' || true)"
done
say "$passed passed"
