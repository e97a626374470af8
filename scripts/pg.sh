#!/usr/bin/env bash
# A PostgreSQL cluster of our own on loopback, never as root.
#   scripts/pg.sh start DIR [--no-fsync]   starts (making it first when needed) and prints the admin URL
#   scripts/pg.sh stop DIR
#   scripts/pg.sh running DIR              says by its exit whether it is up
set -euo pipefail

PGBIN=$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -1)
[ -n "$PGBIN" ] || { echo "PostgreSQL's server is not installed (Debian package: postgresql)." >&2; exit 1; }

as_pg() {
  if [ "$(id -u)" -eq 0 ]; then (cd / && setpriv --reuid=postgres --regid=postgres --init-groups env HOME=/tmp "$@"); else (cd / && "$@"); fi
}
running() { as_pg "$PGBIN/pg_ctl" -D "$DIR" status >/dev/null 2>&1; }
free_port() { node -e 'const s=require("net").createServer();s.listen(0,"127.0.0.1",()=>{console.log(s.address().port);s.close()})'; }

start() {
  local password port pw try
  mkdir -p "$DIR"
  chmod 700 "$DIR"
  [ "$(id -u)" -ne 0 ] || chown postgres:postgres "$DIR"
  # The password stands beside the cluster, readable by whoever owns it.
  if ! as_pg test -f "$DIR/PG_VERSION"; then
    password=$(node -e 'console.log(require("crypto").randomBytes(18).toString("hex"))')
    pw=$(mktemp)
    echo "$password" >"$pw"
    chmod 644 "$pw"
    as_pg "$PGBIN/initdb" -D "$DIR" -U mano --pwfile="$pw" -A scram-sha-256 -E UTF8 --locale=C.UTF-8 --no-sync >/dev/null
    rm -f "$pw"
    as_pg sh -c "umask 077; echo '$password' > '$DIR/mano.password'"
  fi
  if ! running; then
    for try in 1 2 3; do
      port=$(free_port)
      as_pg "$PGBIN/pg_ctl" -D "$DIR" -w -t 60 -l "$DIR/server.log" \
        -o "-p $port -c listen_addresses=127.0.0.1 -c unix_socket_directories='' $TUNE" start >/dev/null 2>&1 && break
      [ "$try" -lt 3 ] || { echo "PostgreSQL did not start; its log is $DIR/server.log." >&2; exit 1; }
    done
  fi
  port=$(as_pg sed -n 4p "$DIR/postmaster.pid")
  echo "postgres://mano:$(as_pg cat "$DIR/mano.password")@127.0.0.1:$port/postgres"
}

DIR=${2:?which folder}
TUNE=
[ "${3:-}" != --no-fsync ] || TUNE='-c fsync=off -c synchronous_commit=off -c full_page_writes=off'
case "${1:-}" in
  start) start ;;
  stop) if running; then as_pg "$PGBIN/pg_ctl" -D "$DIR" -m fast -w stop >/dev/null; fi ;;
  running) running ;;
  *) sed -n 2,5p "$0"; exit 2 ;;
esac
