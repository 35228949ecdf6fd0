# A PostgreSQL cluster of our own on loopback, with a password, in a folder of its own.
# As root the server runs as the user postgres, since it refuses to run as root.
as_pg() { if [ "$(id -u)" -eq 0 ]; then runuser -u postgres -- "$@"; else "$@"; fi; }

# A folder that the postgres user can reach: wanted place $1, else one under /var/lib or /tmp (and say where).
pg_folder() {
  local wanted=$1
  if [ "$(id -u)" -ne 0 ]; then mkdir -p "$wanted"; printf '%s' "$wanted"; return; fi
  mkdir -p "$wanted"
  if runuser -u postgres -- test -x "$wanted"; then printf '%s' "$wanted"; return; fi
  local other
  other=/var/lib/pentimento-$(printf '%s' "$wanted" | cksum | cut -d' ' -f1)
  mkdir -p "$other"
  printf '%s is not reachable for the user postgres; the database lies in %s\n' "$wanted" "$other" >&2
  printf '%s' "$other"
}

# pg_make FOLDER: makes the cluster if there is none.
pg_make() {
  local folder=$1
  [ -f "$folder/data/PG_VERSION" ] && return
  rm -rf "$folder/data"
  (umask 077; random_word >"$folder/password")
  if [ "$(id -u)" -eq 0 ]; then
    install -d -o postgres -g postgres -m 700 "$folder/data"
    chown postgres "$folder/password"
  else
    install -d -m 700 "$folder/data"
  fi
  as_pg "$(pg_bin)/initdb" -D "$folder/data" -U app --pwfile="$folder/password" --auth=scram-sha-256 --encoding=UTF8 --locale=C.UTF-8 >"$folder/initdb.log" 2>&1 ||
    { cat "$folder/initdb.log" >&2; fail "the database could not be made in $folder"; }
}

# pg_start FOLDER PORT [EXTRA]
pg_start() {
  local folder=$1 port=$2 extra=${3:-}
  [ "$(id -u)" -eq 0 ] && { touch "$folder/postgres.log"; chown postgres "$folder/postgres.log"; }
  as_pg "$(pg_bin)/pg_ctl" -D "$folder/data" -w -l "$folder/postgres.log" \
    -o "-p $port -c listen_addresses=127.0.0.1 -c unix_socket_directories='' $extra" start >/dev/null ||
    { tail -n 20 "$folder/postgres.log" >&2; fail "the database did not start"; }
}

pg_running() { as_pg "$(pg_bin)/pg_ctl" -D "$1/data" status >/dev/null 2>&1; }
pg_stop() { if pg_running "$1"; then as_pg "$(pg_bin)/pg_ctl" -D "$1/data" -m fast -w stop >/dev/null; fi; }
pg_url() { printf 'postgres://app:%s@127.0.0.1:%s/%s' "$(cat "$1/password")" "$2" "$3"; }

# pg_role_url FOLDER PORT NAME owner|application: an address in one of the two roles of a shop's database.
pg_role_url() { printf 'postgres://pentimento_%s:%s@127.0.0.1:%s/%s' "$4" "$(cat "$1/password-$4")" "$2" "$3"; }

# pg_shop FOLDER PORT NAME: a database whose schema belongs to an owner role and in which an application role works; neither is a superuser.
# A database from before there were two roles is handed over.
pg_shop() {
  local folder=$1 port=$2 name=$3 role
  for role in owner application; do
    [ -f "$folder/password-$role" ] || (umask 077; random_word >"$folder/password-$role")
    pg_sql "$folder" "$port" postgres "
      do \$\$ begin
        if not exists (select from pg_roles where rolname = 'pentimento_$role') then create role pentimento_$role login; end if;
      end \$\$;
      alter role pentimento_$role password '$(cat "$folder/password-$role")'"
  done
  pg_database "$folder" "$port" "$name"
  pg_sql "$folder" "$port" postgres "alter database \"$name\" owner to pentimento_owner"
  pg_sql "$folder" "$port" "$name" "
    do \$\$ declare what record; begin
      for what in select format('%s %I', case relkind when 'S' then 'sequence' else 'table' end, relname) as it
          from pg_class where relnamespace = 'public'::regnamespace and relkind in ('r', 'S') and pg_get_userbyid(relowner) <> 'pentimento_owner'
            and not exists (select from pg_depend where objid = pg_class.oid and deptype in ('a', 'i')) loop
        execute format('alter %s owner to pentimento_owner', what.it);
      end loop;
      for what in select oid::regprocedure as it from pg_proc where pronamespace = 'public'::regnamespace loop
        execute format('alter function %s owner to pentimento_owner', what.it);
      end loop;
    end \$\$"
}

pg_sql() { PGPASSWORD=$(cat "$1/password") psql -h 127.0.0.1 -p "$2" -U app -d "$3" -v ON_ERROR_STOP=1 -qc "$4" >/dev/null; }

# pg_database FOLDER PORT NAME: makes the database if there is none.
pg_database() {
  PGPASSWORD=$(cat "$1/password") psql -h 127.0.0.1 -p "$2" -U app -d postgres -tAc "select 1 from pg_database where datname='$3'" | grep -q 1 ||
    PGPASSWORD=$(cat "$1/password") psql -h 127.0.0.1 -p "$2" -U app -d postgres -qc "create database \"$3\""
}
