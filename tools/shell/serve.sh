# ./pentimento serve --config FILE: a shop in production, with its own PostgreSQL or one that is there, several processes, https.
run_serve() {
  local config=
  while [ $# -gt 0 ]; do
    case $1 in
      --config) shift; config=${1:?--config needs a file} ;;
      *) fail "unknown option: $1 (known: --config FILE)" ;;
    esac
    shift
  done
  [ -n "$config" ] || fail "say which settings: ./pentimento serve --config FILE (an example: tools/serving/shop.env)"
  [ -r "$config" ] || fail "$config cannot be read"
  config=$(readlink -f "$config")
  need_node
  need_npm
  build_all
  # What this command itself needs of the settings; the server reads and checks all of them.
  local NAME DATA HTTPS DATABASE_URL_SAID CERTIFICATE_SAID
  NAME=$(setting "$config" NAME)
  DATA=$(setting "$config" DATA); DATA=${DATA:-$PWD/.local/shop}
  HTTPS=$(setting "$config" HTTPS)
  DATABASE_URL_SAID=$(setting "$config" DATABASE_URL)
  CERTIFICATE_SAID=$(setting "$config" CERTIFICATE)
  mkdir -p "$DATA"
  chmod 711 "$DATA"
  [ -f "$DATA/secret" ] || (umask 077; random_word >"$DATA/secret")
  export SESSION_SECRET=${SESSION_SECRET:-$(cat "$DATA/secret")} WEB_ROOT="$PWD/web/dist"
  SERVE_OWN=
  if [ -z "$DATABASE_URL_SAID" ]; then
    need_debian postgresql
    SERVE_OWN=$(pg_folder "$DATA/database")
    local db_port
    db_port=$(free_port 15500)
    pg_make "$SERVE_OWN"
    pg_running "$SERVE_OWN" && fail "the database in $SERVE_OWN runs already: this shop is being served, or stop it with $(pg_bin)/pg_ctl -D $SERVE_OWN/data stop"
    pg_start "$SERVE_OWN" "$db_port"
    trap stop_serving EXIT
    pg_shop "$SERVE_OWN" "$db_port" pentimento
    DATABASE_URL=$(pg_role_url "$SERVE_OWN" "$db_port" pentimento application)
    DATABASE_OWNER_URL=$(pg_role_url "$SERVE_OWN" "$db_port" pentimento owner)
    export DATABASE_URL DATABASE_OWNER_URL
    (umask 077; printf '%s' "$DATABASE_OWNER_URL" >"$DATA/owner-url")
  fi
  if [ "$HTTPS" != no ] && [ -z "$CERTIFICATE_SAID" ]; then
    [ -n "$NAME" ] || fail "NAME is missing in $config: the name people type, like shop.local"
    own_certificate "$DATA/certificate" "$NAME"
    export CERTIFICATE="$DATA/certificate/shop.crt" CERTIFICATE_KEY="$DATA/certificate/shop.key" AUTHORITY="$DATA/certificate/authority.crt"
  fi
  node server/dist/serve.js "$config" &
  SERVE_PID=$!
  trap 'kill -TERM "$SERVE_PID" 2>/dev/null' TERM INT HUP
  # A signal ends the wait before the server has ended.
  local status=0
  while kill -0 "$SERVE_PID" 2>/dev/null; do wait "$SERVE_PID" && status=0 || status=$?; done
  return "$status"
}

stop_serving() { [ -n "$SERVE_OWN" ] && pg_stop "$SERVE_OWN"; }

# setting FILE KEY: what a file of KEY=value lines says, without quotes.
setting() { sed -n "s/^[[:space:]]*$2[[:space:]]*=[[:space:]]*//p" "$1" | tail -n 1 | sed "s/^[\"']//; s/[\"'][[:space:]]*$//"; }

# own_certificate FOLDER NAME: a small authority of the shop's own, and a certificate of its for the name; renewed before it ends.
own_certificate() {
  local folder=$1 name=$2
  command -v openssl >/dev/null || fail "openssl is missing (Debian: openssl), or give CERTIFICATE and CERTIFICATE_KEY"
  mkdir -p "$folder"
  if [ ! -f "$folder/authority.key" ]; then
    (umask 077; openssl ecparam -name prime256v1 -genkey -noout -out "$folder/authority.key") 2>/dev/null
    openssl req -x509 -new -key "$folder/authority.key" -days 3650 -subj "/CN=Pentimento, authority of $name" \
      -addext basicConstraints=critical,CA:TRUE,pathlen:0 -addext keyUsage=critical,keyCertSign,cRLSign \
      -addext "nameConstraints=critical,permitted;DNS:$name,permitted;DNS:localhost,permitted;IP:127.0.0.1/255.255.255.255" -out "$folder/authority.crt" 2>/dev/null
    say "An authority of this shop's own was made. Each tablet trusts it once: see docs/operate.md, or open https://$name/authority.crt there."
  fi
  if [ -f "$folder/shop.crt" ] && openssl x509 -in "$folder/shop.crt" -noout -checkend 2592000 >/dev/null &&
    openssl x509 -in "$folder/shop.crt" -noout -checkhost "$name" | grep -q 'does match'; then return; fi
  (umask 077; openssl ecparam -name prime256v1 -genkey -noout -out "$folder/shop.key") 2>/dev/null
  openssl req -new -key "$folder/shop.key" -subj "/CN=$name" -out "$folder/shop.csr" 2>/dev/null
  openssl x509 -req -in "$folder/shop.csr" -CA "$folder/authority.crt" -CAkey "$folder/authority.key" -CAcreateserial -days 397 -out "$folder/shop.crt" \
    -extfile <(printf 'subjectAltName=DNS:%s,DNS:localhost,IP:127.0.0.1\nextendedKeyUsage=serverAuth\nkeyUsage=critical,digitalSignature\n' "$name") 2>/dev/null ||
    fail "no certificate could be made in $folder"
  rm -f "$folder/shop.csr"
}
