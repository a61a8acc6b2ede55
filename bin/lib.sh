# Shared by bin/start and bin/test: installs what is missing and runs this project's own database.
set -euo pipefail

ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
cd "$ROOT"

say() { printf '%s\n' "$*" >&2; }
stop_with() { say "Cannot go on: $*"; exit 1; }

as_root() {
    if [ "$(id -u)" = 0 ]; then "$@"
    elif command -v sudo >/dev/null; then sudo "$@"
    else stop_with "installing Debian packages needs root. Run as root, or install sudo. Wanted: $*"; fi
}

# The account that everything runs as: one of its own without any rights where this is run as root, otherwise the caller's.
ACCOUNT=$(id -un)
AS=()
own_account() {
    [ "$(id -u)" = 0 ] || return 0
    ACCOUNT=oculant
    getent passwd "$ACCOUNT" >/dev/null || useradd --system --user-group --no-create-home --home-dir /nonexistent --shell /usr/sbin/nologin "$ACCOUNT" \
        || stop_with "the account \"$ACCOUNT\" could not be made."
    AS=(setpriv "--reuid=$ACCOUNT" "--regid=$ACCOUNT" --init-groups --no-new-privs env "HOME=$ROOT/var")
    # It has to get to this folder and to read it, and nobody else is let in for that.
    if ! "${AS[@]}" test -r "$ROOT/artisan"; then
        need_packages setfacl=acl
        local folder=$ROOT
        while [ "$folder" != / ]; do
            "${AS[@]}" test -x "$folder" || setfacl -m "u:$ACCOUNT:x" "$folder" || stop_with "the account \"$ACCOUNT\" may not enter $folder. Put this checkout where others may enter, /srv for example."
            folder=$(dirname "$folder")
        done
    fi
    # Packages come with whatever rights their makers had; a checkout may be closed to others, and stays so.
    local code=(artisan app bootstrap config core database docs public resources routes tests vendor)
    if [ -n "$("${AS[@]}" find "${code[@]}" ! -readable -print -quit 2>/dev/null)" ]; then
        chgrp -R "$ACCOUNT" "${code[@]}" && chmod -R g+rX "${code[@]}"
    fi
}

# own_files FOLDER... : what the app writes is its account's, and closed to all others
own_files() {
    mkdir -p storage/framework/{cache/data,sessions,views} storage/logs storage/app bootstrap/cache var "$@"
    [ "$(id -u)" != 0 ] || chown -R "$ACCOUNT:$ACCOUNT" storage bootstrap/cache var
    chmod 700 storage/logs storage/app storage/framework var "$@"
    find storage/logs -type f -exec chmod 600 {} +
    if [ -f .env ]; then
        [ "$(id -u)" != 0 ] || chown "$ACCOUNT:$ACCOUNT" .env
        chmod 600 .env
    fi
}

# need_packages COMMAND=PACKAGE... : installs the packages whose command is not there
need_packages() {
    local missing=() pair
    for pair in "$@"; do
        PATH="$PATH:/usr/sbin:/sbin" command -v "${pair%%=*}" >/dev/null 2>&1 || missing+=("${pair#*=}")
    done
    [ ${#missing[@]} = 0 ] && return
    say "Installing Debian packages: ${missing[*]}"
    as_root apt-get update -qq >/dev/null || stop_with "apt-get update failed; is the network there?"
    as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null \
        || stop_with "apt-get could not install: ${missing[*]}"
    for pair in "${missing[@]}"; do
        case $pair in mariadb-server) quiet_service mariadb ;; nginx) quiet_service nginx ;; esac
    done
}

# Debian starts what it installs. This project runs instances of its own, so the machine's stay off.
quiet_service() {
    if [ -d /run/systemd/system ]; then as_root systemctl disable --now --quiet "$1" 2>/dev/null || true; fi
}

need_php_extensions() {
    local wanted=(mbstring dom pdo_mysql zip gd intl curl sodium) missing=() name present
    present=" $(php -m | tr '\n' ' ') "
    for name in "${wanted[@]}"; do
        [[ $present == *" $name "* ]] || missing+=("$name")
    done
    [ ${#missing[@]} = 0 ] && return
    local packages=()
    for name in "${missing[@]}"; do
        case $name in pdo_mysql) packages+=(php-mysql) ;; dom) packages+=(php-xml) ;; *) packages+=("php-$name") ;; esac
    done
    say "Installing PHP extensions: ${packages[*]}"
    as_root apt-get update -qq >/dev/null
    as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${packages[@]}" >/dev/null \
        || stop_with "apt-get could not install: ${packages[*]}"
}

find_php_fpm() {
    local version
    version=$(php -r 'echo PHP_MAJOR_VERSION.".".PHP_MINOR_VERSION;')
    PHP_FPM=$(PATH="$PATH:/usr/sbin" command -v "php-fpm$version" || true)
    if [ -z "$PHP_FPM" ]; then
        as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "php$version-fpm" >/dev/null || stop_with "apt-get could not install php$version-fpm"
        quiet_service "php$version-fpm"
        PHP_FPM=$(PATH="$PATH:/usr/sbin" command -v "php-fpm$version")
    fi
}

# fresh STAMP FILE... : true if STAMP is there and newer than every file
fresh() {
    local stamp=$1 file
    shift
    [ -e "$stamp" ] || return 1
    for file in "$@"; do [ "$file" -nt "$stamp" ] && return 1; done
    return 0
}

install_dependencies() {
    need_packages php=php-cli composer=composer node=nodejs npm=npm mariadbd=mariadb-server unzip=unzip curl=curl setpriv=util-linux
    need_php_extensions
    node -e 'process.exit(+process.versions.node.split(".")[0] >= 18 ? 0 : 1)' || stop_with "Node.js $(node --version) is too old; 18 or newer is needed."
    if ! fresh vendor/autoload.php composer.json; then
        say "Installing PHP packages"
        COMPOSER_ALLOW_SUPERUSER=1 composer install --no-interaction --no-progress --quiet || stop_with "composer install failed (see above)."
        touch vendor/autoload.php
    fi
    if ! fresh node_modules/.stamp package-lock.json; then
        say "Installing npm packages"
        npm ci --no-audit --no-fund --loglevel=error >/dev/null || stop_with "npm ci failed (see above)."
        touch node_modules/.stamp
    fi
    mkdir -p storage/framework/{cache/data,sessions,views} storage/logs bootstrap/cache
    own_account
}

build_front_end() {
    local from=(package-lock.json vite.config.ts vite.paper.config.ts $(find resources/js -type f))
    if ! fresh build/circuit.mjs "${from[@]}"; then
        say "Building the front end"
        npm run --silent build >/dev/null || stop_with "the front end did not build (npm run build says why)."
    fi
    chmod -R a+rX public/build build
}

# free_port FIRST : the first free port from FIRST on
free_port() {
    local port=$1
    until port_is_free "$port"; do port=$((port + 1)); done
    echo "$port"
}

# free_ports FIRST COUNT : the first of so many free ports in a row
free_ports() {
    local first=$1 k
    while :; do
        for ((k = 0; k < $2; k++)); do port_is_free $((first + k)) || break; done
        [ $k = "$2" ] && break
        first=$((first + k + 1))
    done
    echo "$first"
}

port_is_free() { ! (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

# is_running PIDFILE : true if that process runs and is one of this checkout's own (a pid may have been given to another since)
is_running() {
    local command
    [ -s "$1" ] && command=$({ tr '\0' ' ' <"/proc/$(cat "$1")/cmdline"; } 2>/dev/null) && [[ $command == *"$ROOT/var/"* ]]
}

# wait_until SECONDS COMMAND... : repeats the command until it succeeds
wait_until() {
    local left=$(( $1 * 10 ))
    shift
    until "$@" >/dev/null 2>&1; do
        left=$((left - 1))
        [ $left -gt 0 ] || return 1
        sleep 0.1
    done
}

# start_database DIR PORT NAME USER PASSWORD [mariadbd option...] : nobody but the account itself administers it, by its socket
start_database() {
    local dir=$1 port=$2 name=$3 user=$4 password=$5
    shift 5
    own_files "$dir"
    local admin=("${AS[@]}" mariadb --no-defaults "--socket=$dir/socket" "--user=$ACCOUNT")
    if ! is_running "$dir/pid"; then
        port_is_free "$port" || stop_with "port $port on 127.0.0.1 is in use. Stop what uses it, or set OCULANT_DB_PORT to a free one."
        (
            umask 077
            mkdir -p "$dir/files"
            [ "$(id -u)" != 0 ] || chown "$ACCOUNT:$ACCOUNT" "$dir/files"
            if [ ! -d "$dir/data/mysql" ]; then
                "${AS[@]}" mariadb-install-db --no-defaults --datadir="$dir/data" --auth-root-authentication-method=socket "--auth-root-socket-user=$ACCOUNT" --skip-test-db >"$dir/install.log" 2>&1 \
                    || stop_with "MariaDB could not make its data directory; see $dir/install.log"
            fi
            PATH="$PATH:/usr/sbin" "${AS[@]}" mariadbd --no-defaults --datadir="$dir/data" --bind-address=127.0.0.1 --port="$port" --secure-file-priv="$dir/files" --local-infile=0 --symbolic-links=0 \
                --socket="$dir/socket" --pid-file="$dir/pid" --character-set-server=utf8mb4 --skip-name-resolve "$@" >"$dir/log" 2>&1 </dev/null &
            disown
        )
        wait_until 30 "${AS[@]}" mariadb-admin --no-defaults --socket="$dir/socket" "--user=$ACCOUNT" ping || stop_with "MariaDB did not start; see $dir/log"
    fi
    # A database of before let everybody in as root.
    if ! "${admin[@]}" -e 'SELECT 1' >/dev/null 2>&1; then
        "${AS[@]}" mariadb --no-defaults --socket="$dir/socket" --user=root <<SQL || stop_with "MariaDB lets its own account \"$ACCOUNT\" in no more; see $dir/log"
CREATE USER IF NOT EXISTS '$ACCOUNT'@'localhost' IDENTIFIED VIA unix_socket;
GRANT ALL ON *.* TO '$ACCOUNT'@'localhost' WITH GRANT OPTION;
ALTER USER 'root'@'localhost' IDENTIFIED VIA unix_socket;
DELETE FROM mysql.global_priv WHERE (User = 'root' AND Host <> 'localhost') OR User = '';
FLUSH PRIVILEGES;
SQL
    fi
    "${admin[@]}" <<SQL
CREATE DATABASE IF NOT EXISTS \`$name\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
CREATE USER IF NOT EXISTS '$user'@'127.0.0.1' IDENTIFIED BY '$password';
ALTER USER '$user'@'127.0.0.1' IDENTIFIED BY '$password';
GRANT ALL ON \`$name\`.* TO '$user'@'127.0.0.1';
SQL
}

stop_pid() {
    is_running "$1" || return 0
    local pid
    pid=$(cat "$1")
    kill "$pid" 2>/dev/null || true
    wait_until 20 bash -c "! kill -0 $pid" || true
}

# pool DIR NAME CHILDREN : settings of a php-fpm of its own
pool() {
    local dir=$1 name=$2 children=$3
    cat <<CONF
[global]
pid = $dir/$name.pid
error_log = $dir/$name.log
daemonize = yes
[$name]
listen = $dir/$name.sock
pm = static
pm.max_children = $children
pm.max_requests = 2000
clear_env = no
catch_workers_output = yes
php_admin_flag[expose_php] = off
php_admin_value[memory_limit] = 256M
php_admin_value[upload_max_filesize] = 64M
php_admin_value[post_max_size] = 65M
CONF
}

# The web server's module for the smaller of the two compressions; where there is none, it does without.
need_brotli() {
    local so=/usr/lib/nginx/modules/ngx_http_brotli_static_module.so
    # In a shell of its own: whoever may install nothing goes on without.
    [ -e "$so" ] || (as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends libnginx-mod-http-brotli-static) </dev/null >/dev/null 2>&1 || true
    BROTLI=
    [ ! -e "$so" ] || BROTLI=$so
}

# nginx_conf DIR SOCKETS ROOT LISTEN PLAIN : settings of a web server of its own, with what else it serves without TLS
nginx_conf() {
    need_brotli
    sed -e "s|@DIR@|$1|g; s|@SOCKETS@|$2|g; s|@ROOT@|$3|g; s|@LISTEN@|$4|; s|@PLAIN@|$5|; s|@BROTLI@|${BROTLI:+load_module $BROTLI;}|; s|@BROTLI_STATIC@|${BROTLI:+brotli_static on;}|" "$ROOT/bin/nginx.conf"
}

# start_web DIR PORT : nginx and php-fpm for this checkout, with the environment as it is. Emergency off has a php-fpm of its own, before all others.
start_web() {
    local dir=$1 port=$2 nginx first=()
    nginx=$(PATH="$PATH:/usr/sbin" command -v nginx)
    own_files "$dir" "$dir/tmp"
    [ "$(id -u)" != 0 ] || first=(nice -n -5)
    pool "$dir" php-fpm 8 >"$dir/php-fpm.conf"
    pool "$dir" off 2 >"$dir/off.conf"
    nginx_conf "$dir" "$dir" "$ROOT" "listen 127.0.0.1:$port;" '' >"$dir/nginx.conf"
    # Read once, not on every request; beside what runs, so that another instance of this checkout has its own.
    export OCULANT_PORT=$port APP_CONFIG_CACHE="$dir/config.php" APP_ROUTES_CACHE="$dir/routes.php" APP_EVENTS_CACHE="$dir/events.php"
    rm -f "$APP_CONFIG_CACHE" "$APP_ROUTES_CACHE" "$APP_EVENTS_CACHE"
    (umask 077; "${AS[@]}" php artisan config:cache && "${AS[@]}" php artisan route:cache && "${AS[@]}" php artisan event:cache) >/dev/null || stop_with "the settings could not be read (see above)."
    # Function JIT only: the tracing JIT has been seen to change the solver's results.
    local jit=(-d opcache.jit=function -d opcache.jit_buffer_size=64M)
    if ! is_running "$dir/off.pid"; then
        (umask 077; "${first[@]}" "${AS[@]}" "$PHP_FPM" -y "$dir/off.conf" "${jit[@]}") || stop_with "php-fpm for emergency off did not start; see $dir/off.log"
    fi
    if ! is_running "$dir/php-fpm.pid"; then
        (umask 077; nice -n 5 "${AS[@]}" "$PHP_FPM" -y "$dir/php-fpm.conf" "${jit[@]}") || stop_with "php-fpm did not start; see $dir/php-fpm.log"
    fi
    if ! is_running "$dir/nginx.pid"; then
        port_is_free "$port" || stop_with "port $port on 127.0.0.1 is in use. Stop what uses it, or set OCULANT_PORT to a free one."
        (umask 077; "${first[@]}" "${AS[@]}" "$nginx" -p "$dir" -c "$dir/nginx.conf" -e "$dir/nginx.log") || stop_with "nginx did not start; see $dir/nginx.log"
    fi
    if [ -e "$dir/port" ] && [ "$(cat "$dir/port")" != "$port" ]; then
        stop_with "it already runs on port $(cat "$dir/port"). Use that, or bin/start stop first."
    fi
    echo "$port" >"$dir/port"
    wait_until 20 curl --silent --fail --output /dev/null "http://127.0.0.1:$port/" || stop_with "the app does not answer on http://127.0.0.1:$port; see $dir/nginx.log and storage/logs"
    # The first press must not be the one that loads the code.
    local k
    for k in 1 2 3 4; do curl --silent --output /dev/null --request POST --header 'Accept: application/json' "http://127.0.0.1:$port/api/v1/emergency-off" || true; done
}

# keep_running DIR NAME NICE ARTISAN... : an artisan command that is started again whenever it ends, with the environment as it is
keep_running() {
    local dir=$1 name=$2 nice=$3
    shift 3
    is_running "$dir/$name.pid" && return
    own_files "$dir"
    # The name of the log in the command line tells whose process this is.
    (
        umask 077
        exec nohup setsid nice -n "$nice" "${AS[@]}" bash -c 'while :; do php -d "error_log=$0" -d opcache.enable_cli=1 -d opcache.jit=function -d opcache.jit_buffer_size=64M -d memory_limit=1G artisan "$@" >>"$0" 2>&1; sleep 0.5; done' \
            "$dir/$name.log" "$@" >/dev/null 2>&1 </dev/null
    ) &
    echo $! >"$dir/$name.pid"
}

# end_running DIR NAME : ends it with what it keeps running
end_running() {
    if is_running "$1/$2.pid"; then kill -KILL -- "-$(cat "$1/$2.pid")" 2>/dev/null || true; fi
    rm -f "$1/$2.pid"
}

# start_workers DIR : two that solve in the background what the app asks for, and one that draws reports and photographs; the web goes first
start_workers() {
    local number
    for number in 1 2; do
        keep_running "$1" "worker$number" 15 queue:work --queue=asked,urgent,default,idle --tries=1 --timeout=3600 --sleep=1 --quiet
    done
    keep_running "$1" papers 12 queue:work --queue=papers --tries=3 --timeout=120 --sleep=0.3 --max-time=3600 --quiet
}

# start_watch DIR : watches unattended runs
start_watch() { keep_running "$1" watch 0 oculant:watch; }

# start_schedule DIR : does what is due at its hour
start_schedule() { keep_running "$1" schedule 12 schedule:work --quiet; }

# start_stand_ins DIR PORT : simulated instruments on loopback, six ports from PORT on
start_stand_ins() {
    keep_running "$1" stand-ins 0 oculant:stand-ins --port="$2"
    wait_until 20 bash -c "exec 3<>/dev/tcp/127.0.0.1/$2" || stop_with "the simulated instruments did not start; see $1/stand-ins.log. Set OCULANT_STAND_INS to the first of six free ports."
}

stop_all() {
    local name
    # A worker would first finish what it solves, which takes minutes; whoever needs it asks for it again.
    for name in watch schedule stand-ins worker1 worker2 papers; do end_running "$1" "$name"; done
    stop_pid "$1/nginx.pid"
    rm -f "$1/port"
    stop_pid "$1/php-fpm.pid"
    stop_pid "$1/off.pid"
    stop_pid "$1/db/pid"
}
