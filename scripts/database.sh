# A private PostgreSQL cluster on loopback, started and stopped without touching any other cluster.
# Sourced by ./hopmend. database_up DIR FSYNC writes DB_URL, DB_USER, DB_PASSWORD (the application's role, which owns
# nothing) and DB_OWNER, DB_OWNER_PASSWORD (the role that owns the tables and migrates); database_down DIR [--wipe].
# The local socket lies in the data folder, which only the database's user can enter. No password is on a command line.
# Works as root (PostgreSQL then runs as the user postgres) and as an ordinary user; safe after kill -9.

database_paths() {
  db_dir=$1
  pg_bin=$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -1)
  db_home=$db_dir
  if [ "$(id -u)" = 0 ]; then
    db_as() { (cd / && setpriv --reuid postgres --regid postgres --init-groups env LC_ALL=C "$@"); }
    # Where the database's user cannot reach this folder, a place that only root can make serves.
    db_as test -x "$db_dir" 2>/dev/null || db_home=/var/lib/hopmend/$(printf %s "$db_dir" | sha256sum | cut -c1-12)
  else
    db_as() { env LC_ALL=C "$@"; }
  fi
  db_data=$db_home/data
}

# The postmaster's process, if it is really alive and works in our data folder.
database_pid() {
  local p
  p=$(db_as sed -n 1p "$db_data/postmaster.pid" 2>/dev/null) || return 1
  [ -n "$p" ] && [ "$(db_as readlink "/proc/$p/cwd" 2>/dev/null)" = "$db_data" ] && echo "$p"
}

port_busy() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

# A password in a file that only this user can read, made once.
database_password() {
  [ -s "$1" ] || (umask 077; head -c 18 /dev/urandom | base64 | tr '+/' 'ab' >"$1")
  cat "$1"
}

database_up() {
  mkdir -p "$1"
  database_paths "$(cd "$1" && pwd -P)"
  local fsync=$2 port password owner_password
  mkdir -p "$db_home"
  [ "$(id -u)" != 0 ] || chown postgres: "$db_home"
  chmod 700 "$db_home"
  if ! db_as test -s "$db_data/PG_VERSION"; then
    db_as rm -rf "$db_data.new"
    db_as "$pg_bin/initdb" -D "$db_data.new" -U postgres -E UTF8 --locale=C.UTF-8 -A trust >"$db_dir/initdb.log" 2>&1 \
      || { cat "$db_dir/initdb.log" >&2; die "The database cluster could not be made."; }
    printf 'local all all trust\nhost all all 127.0.0.1/32 scram-sha-256\n' | db_as tee "$db_data.new/pg_hba.conf" >/dev/null
    db_as mv "$db_data.new" "$db_data"
  fi
  password=$(database_password "$db_dir/password")
  owner_password=$(database_password "$db_dir/owner-password")
  if ! database_pid >/dev/null; then
    db_as sh -c 'rm -f "$1"/postmaster.pid "$1"/.s.PGSQL.*' _ "$db_data"
    port=$(cat "$db_dir/port" 2>/dev/null || true)
    while [ -z "$port" ] || port_busy "$port"; do port=$((20000 + RANDOM % 10000)); done
    db_as "$pg_bin/pg_ctl" -D "$db_data" -w -t 60 -l "$db_home/server.log" \
      -o "-p $port -h 127.0.0.1 -k . -c fsync=$fsync" start >"$db_dir/start.log" 2>&1 9>&- \
      || { db_as tail -n 20 "$db_home/server.log" >&2; die "The database did not start."; }
    echo "$port" >"$db_dir/port"
  fi
  port=$(db_as sed -n 4p "$db_data/postmaster.pid")
  db_as "$pg_bin/psql" -h "/proc/$(database_pid)/cwd" -p "$port" -U postgres -d postgres -XqAt -v ON_ERROR_STOP=1 <<SQL
select 'create role hopmend_owner login' where not exists (select from pg_roles where rolname = 'hopmend_owner') \gexec
select 'create role hopmend login' where not exists (select from pg_roles where rolname = 'hopmend') \gexec
alter role hopmend_owner password '$owner_password';
alter role hopmend password '$password';
select 'create database hopmend owner hopmend_owner' where not exists (select from pg_database where datname = 'hopmend') \gexec
alter database hopmend owner to hopmend_owner;
\connect hopmend
reassign owned by hopmend to hopmend_owner;
alter schema public owner to hopmend_owner;
SQL
  export DB_URL="jdbc:postgresql://127.0.0.1:$port/hopmend" DB_USER=hopmend DB_PASSWORD=$password \
    DB_OWNER=hopmend_owner DB_OWNER_PASSWORD=$owner_password
}

database_down() {
  [ -d "$1" ] || return 0
  database_paths "$(cd "$1" && pwd -P)"
  if database_pid >/dev/null; then
    db_as "$pg_bin/pg_ctl" -D "$db_data" -m fast -w -t 60 stop >/dev/null || true
  fi
  if [ "${2:-}" = --wipe ]; then rm -rf "$db_data" "$db_home/server.log" "$db_dir"; fi
}
