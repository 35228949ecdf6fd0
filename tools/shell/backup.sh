# ./pentimento backup FILE and restore FILE
run_backup() {
  local what=$1 file=${2:?"say which FILE"}
  need_node
  need_npm
  npm run --silent build:core
  npm run --silent build:server
  if [ -z "${DATABASE_OWNER_URL:-}${DATABASE_URL:-}" ]; then
    [ "$what" = backup ] || fail "say where to restore into: DATABASE_OWNER_URL=postgres://..., an empty database"
    local folder port
    folder=$(pg_folder "$PWD/.local/demo")
    [ -f "$folder/data/postmaster.pid" ] && pg_running "$folder" || fail "no demo is running in this folder; say which database: DATABASE_OWNER_URL=postgres://..."
    port=$(sed -n 4p "$folder/data/postmaster.pid")
    DATABASE_OWNER_URL=$(pg_role_url "$folder" "$port" pentimento owner)
    export DATABASE_OWNER_URL
  fi
  node server/dist/backup/main.js "$what" "$file"
}
