# ./pentimento demo and dev
run_demo() {
  local mode=$1; shift
  local fresh=0 wanted=4310
  while [ $# -gt 0 ]; do
    case $1 in
      --fresh) fresh=1 ;;
      --port) shift; wanted=${1:?--port needs a number} ;;
      *) fail "unknown option: $1 (known: --fresh, --port N)" ;;
    esac
    shift
  done
  need_node
  need_debian postgresql
  need_npm
  build_all

  FOLDER=$(pg_folder "$PWD/.local/demo")
  if [ -f "$FOLDER/data/postmaster.pid" ] && pg_running "$FOLDER"; then
    fail "the demo of this folder is running already$( [ -f "$FOLDER/address" ] && printf ' at %s' "$(cat "$FOLDER/address")" ). Stop it there with Ctrl-C, or end its database: $(pg_bin)/pg_ctl -D $FOLDER/data stop"
  fi
  [ $fresh -eq 1 ] && rm -rf "$FOLDER/data"
  local port db_port
  port=$(free_port "$wanted")
  [ "$port" = "$wanted" ] || say "Port $wanted is taken by another program; using $port."
  db_port=$(free_port $((port + 1000)))
  pg_make "$FOLDER"
  [ -f "$FOLDER/secret" ] || (umask 077; random_word >"$FOLDER/secret")

  CHILDREN=()
  trap stop_demo EXIT
  trap 'exit 0' INT TERM HUP
  # In its own session, so that Ctrl-C reaches it through us, after the server has stopped.
  pg_start "$FOLDER" "$db_port"
  pg_shop "$FOLDER" "$db_port" pentimento
  DATABASE_URL=$(pg_role_url "$FOLDER" "$db_port" pentimento application) \
    DATABASE_OWNER_URL=$(pg_role_url "$FOLDER" "$db_port" pentimento owner) SESSION_SECRET=$(cat "$FOLDER/secret") PENTIMENTO_DEMO=1 \
    PORT=$port WEB_ROOT="$PWD/web/dist" setsid node server/dist/main.js >"$FOLDER/server.log" 2>&1 &
  CHILDREN+=($!)
  wait_healthy "$port"
  local address=http://127.0.0.1:$port
  printf '%s' "$address" >"$FOLDER/address"
  # A scale, a sensor and a logger that are not there, so that the bench has something to read.
  setsid node server/dist/demo/stand-ins/main.js demo "$address" >"$FOLDER/stand-ins.log" 2>&1 &
  CHILDREN+=($!)
  if [ "$mode" = dev ]; then
    local web_port
    web_port=$(free_port 5173)
    API_TARGET=$address setsid npx vite web --port "$web_port" --strictPort >"$FOLDER/web.log" 2>&1 &
    CHILDREN+=($!)
    say "Web with live edits: http://127.0.0.1:$web_port   (API at $address; restart after server changes)"
  fi
  say ""
  say "  Pentimento is ready:  $address"
  say "  Data: $FOLDER   Stop: Ctrl-C   Start over: ./pentimento demo --fresh"
  wait "${CHILDREN[0]}" || fail "the server ended by itself; see $FOLDER/server.log"
}

wait_healthy() {
  local port=$1
  for _ in $(seq 1 150); do
    if node -e "fetch('http://127.0.0.1:$port/api/health').then(r=>process.exit(r.ok?0:1),()=>process.exit(1))"; then return; fi
    kill -0 "${CHILDREN[0]}" 2>/dev/null || { cat "$FOLDER/server.log" >&2; fail "the server did not start"; }
    sleep 0.2
  done
  fail "the server is not healthy after 30 s; see $FOLDER/server.log"
}

stop_demo() {
  trap '' INT TERM
  for child in "${CHILDREN[@]:-}"; do [ -n "$child" ] && kill -TERM "$child" 2>/dev/null; done
  wait 2>/dev/null || true
  pg_stop "$FOLDER"
  rm -f "$FOLDER/address"
  say "Stopped."
}
