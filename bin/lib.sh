# Shared by bin/demo, bin/test and bin/dev: what must be installed, and a private PostgreSQL.
# Sourced, never run. Callers set -euo pipefail and stand in the top folder.

export npm_config_progress=false npm_config_update_notifier=false

say() { printf '\033[1m==>\033[0m %s\n' "$*"; }
fail() { printf 'error: %s\n' "$*" >&2; exit 1; }

need_tools() {
    local tool
    for tool in cargo node npm; do
        command -v "$tool" >/dev/null || fail "$tool is missing. Install Rust (rustup, 1.92 or newer) and Node.js 20 with npm 11 first."
    done
}

# Debian packages that are not there yet. Debian's own database cluster is neither made nor touched.
need_packages() {
    local missing=() package
    for package in "$@"; do
        [ "$(dpkg-query -W -f='${db:Status-Status}' "$package" 2>/dev/null)" = installed ] || missing+=("$package")
    done
    [ ${#missing[@]} -eq 0 ] && return
    local root=()
    if [ "$(id -u)" -ne 0 ]; then
        command -v sudo >/dev/null || fail "install these packages as root first: ${missing[*]}"
        root=(sudo)
    fi
    say "Installing ${missing[*]}"
    "${root[@]}" apt-get update -qq
    local install=("${root[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends)
    local conf=/etc/postgresql-common/createcluster.conf kept=
    if [[ " ${missing[*]} " == *" postgresql "* ]]; then
        "${install[@]}" postgresql-common >/dev/null
        kept=$(mktemp)
        cp "$conf" "$kept"
        echo 'create_main_cluster = false' | "${root[@]}" tee -a "$conf" >/dev/null
    fi
    "${install[@]}" "${missing[@]}" >/dev/null
    if [ -n "$kept" ]; then
        "${root[@]}" cp "$kept" "$conf"
        rm -f "$kept"
    fi
}

# The npm packages of the lock file, when it changed since the last time.
need_npm_packages() {
    local stamp=web/node_modules/.galvanon-lock
    cmp -s web/package-lock.json "$stamp" && return
    say "Installing npm packages from the lock file"
    # not npm ci: it wants an entry for each other platform too, which some registries do not carry
    (cd web && npm install --no-save --no-audit --no-fund --loglevel=error)
    cp web/package-lock.json "$stamp"
}

# The web application, when a source changed since the last time.
build_web() {
    need_npm_packages
    local stamp=web/dist/.built-from now
    now=$(git ls-files -z --cached --others --exclude-standard web reference/text | xargs -0 sha256sum 2>/dev/null | sha256sum | cut -d' ' -f1)
    [ -f "$stamp" ] && [ "$(cat "$stamp")" = "$now" ] && return
    say "Building the web application"
    (cd web && npm run --silent build -- --logLevel warn)
    echo "$now" >"$stamp"
}

# PostgreSQL refuses root: then it runs as Debian's database user.
as_database_user() {
    if [ "$(id -u)" -eq 0 ]; then
        (cd / && runuser -u postgres -- "$@")
    else
        (cd / && "$@")
    fi
}

pg_bin() {
    local folder
    folder=$(find /usr/lib/postgresql -maxdepth 2 -name bin 2>/dev/null | sort -V | tail -n 1)
    [ -n "$folder" ] || fail "PostgreSQL's programs were not found under /usr/lib/postgresql"
    echo "$folder"
}

free_port() {
    node -e 'const s = require("net").createServer(); s.listen(0, "127.0.0.1", () => { console.log(s.address().port); s.close() })'
}

port_taken() {
    node -e 'const s = require("net").connect(+process.argv[1], "127.0.0.1"); s.on("connect", () => process.exit(0)); s.on("error", () => process.exit(1))' "$1"
}

# The folder for a cluster: the wanted one, or one in the system's place for service data where the
# database user cannot enter the checkout.
cluster_folder() {
    local wanted=$1 owner
    mkdir -p "$(dirname "$wanted")"
    if as_database_user test -x "$(dirname "$wanted")"; then
        echo "$wanted"
        return
    fi
    owner=$(pwd -P | sha256sum | cut -c1-12)
    mkdir -p "/var/lib/galvanon"
    echo "/var/lib/galvanon/$(basename "$wanted")-$owner"
}

# make_cluster FOLDER [initdb options]: an empty cluster whose one user is galvanon, with a password.
make_cluster() {
    local folder=$1 secret
    shift
    mkdir -p "$folder"
    [ "$(id -u)" -ne 0 ] || chown postgres: "$folder"
    chmod 700 "$folder"
    secret=$(node -e 'console.log(require("crypto").randomBytes(18).toString("hex"))')
    as_database_user sh -c "umask 077; printf %s '$secret' >'$folder/password'"
    as_database_user "$(pg_bin)/initdb" --pgdata="$folder/data" --username=galvanon --encoding=UTF8 --locale=C.UTF-8 \
        --auth=scram-sha-256 --pwfile="$folder/password" "$@" >/dev/null
}

# start_cluster FOLDER PORT [postgres options]: on loopback; the socket lies in the folder.
start_cluster() {
    local folder=$1 port=$2
    shift 2
    as_database_user "$(pg_bin)/pg_ctl" --pgdata="$folder/data" --log="$folder/log" --wait --silent \
        -o "-c listen_addresses=127.0.0.1 -c port=$port -c unix_socket_directories= $*" start </dev/null >/dev/null 2>&1 ||
        fail "PostgreSQL did not start; its log is $folder/log"
}

stop_cluster() {
    as_database_user "$(pg_bin)/pg_ctl" --pgdata="$1/data" --mode=fast --wait --silent stop </dev/null >/dev/null 2>&1 || true
}

cluster_runs() {
    as_database_user "$(pg_bin)/pg_ctl" --pgdata="$1/data" --silent status >/dev/null 2>&1
}

# database_address FOLDER PORT NAME
database_address() {
    printf 'postgres://galvanon:%s@127.0.0.1:%s/%s' "$(cat "$1/password")" "$2" "$3"
}
