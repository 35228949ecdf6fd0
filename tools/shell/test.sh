# ./pentimento test: install, lint, layers, types, unit tests, build, browser tests; ends with "N passed, N failed".
run_tests() {
  need_node
  need_debian postgresql chromium
  need_npm
  flock -u 9
  rm -rf test-results
  mkdir -p test-results
  local failed_steps=()
  step() {
    local name=$1; shift
    say "== $name"
    "$@" || failed_steps+=("$name")
  }
  step "build core" npm run --silent build:core
  step lint npm run --silent lint
  step types npm run --silent types
  step layers npm run --silent layers

  TEST_FOLDER=$(mktemp -d "${TMPDIR:-/tmp}/pentimento-test.XXXXXX")
  chmod 755 "$TEST_FOLDER"
  SERVER_PID=
  trap clean_tests EXIT
  trap 'exit 130' INT TERM
  local db_port
  db_port=$(free_port 15432)
  pg_make "$TEST_FOLDER"
  pg_start "$TEST_FOLDER" "$db_port" "-c fsync=off -c synchronous_commit=off -c full_page_writes=off"
  DB_PORT=$db_port

  step "kernel is current" npm run --silent kernel -- --check
  step "build server" npm run --silent build:server
  step "unit tests" env TEST_DATABASE_URL="$(pg_url "$TEST_FOLDER" "$db_port" postgres)" npx jest --silent --json --outputFile=test-results/unit.json
  step "api types are current" npm run --silent api-types:check
  step "build web" npm run --silent build:web
  step "script budget" node tools/script-budget.mjs
  step "browser tests" browser_tests
  node tools/test-summary.mjs "${failed_steps[@]:-}"
}

browser_tests() {
  local port
  port=$(free_port 14310)
  pg_shop "$TEST_FOLDER" "$DB_PORT" e2e
  DATABASE_URL=$(pg_role_url "$TEST_FOLDER" "$DB_PORT" e2e application) \
    DATABASE_OWNER_URL=$(pg_role_url "$TEST_FOLDER" "$DB_PORT" e2e owner) SESSION_SECRET=$(random_word) PENTIMENTO_DEMO=1 PORT=$port WEB_ROOT="$PWD/web/dist" \
    node server/dist/main.js >test-results/server.log 2>&1 &
  SERVER_PID=$!
  local healthy=
  for _ in $(seq 1 100); do
    if node -e "fetch('http://127.0.0.1:$port/api/health').then(r=>process.exit(r.ok?0:1),()=>process.exit(1))"; then healthy=1; break; fi
    sleep 0.3
  done
  [ -n "$healthy" ] || { cat test-results/server.log >&2; return 1; }
  E2E_URL=http://127.0.0.1:$port E2E_DATABASE_ADMIN=$(pg_url "$TEST_FOLDER" "$DB_PORT" postgres) CHROMIUM=$(chromium_path) npm run --silent e2e
}

clean_tests() {
  [ -n "$SERVER_PID" ] && kill "$SERVER_PID" 2>/dev/null
  pg_stop "$TEST_FOLDER"
  rm -rf "$TEST_FOLDER"
}
