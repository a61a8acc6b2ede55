# The systemd units of an installation, one function each, and what starts them where no systemd runs.
# Needs CODE DATA ETC RUN ACCOUNT PHP_FPM DB_PORT; see bin/install.

# What all of them have: an account without rights that writes in its own two folders and nowhere else.
hardened() {
    cat <<UNIT
User=$ACCOUNT
Group=$ACCOUNT
UMask=0077
RuntimeDirectory=oculant
RuntimeDirectoryMode=0750
RuntimeDirectoryPreserve=yes
NoNewPrivileges=yes
ProtectSystem=strict
ReadWritePaths=$DATA
ProtectHome=yes
PrivateTmp=yes
PrivateDevices=yes
ProtectKernelTunables=yes
ProtectKernelModules=yes
ProtectKernelLogs=yes
ProtectControlGroups=yes
ProtectClock=yes
ProtectHostname=yes
ProtectProc=invisible
RestrictAddressFamilies=AF_UNIX AF_INET AF_INET6
RestrictNamespaces=yes
RestrictRealtime=yes
RestrictSUIDSGID=yes
LockPersonality=yes
SystemCallArchitectures=native
SystemCallFilter=@system-service
SystemCallFilter=~@privileged
SystemCallErrorNumber=EPERM
UNIT
}

# Nobody but the web server may do anything that an account may not.
plain() { printf 'CapabilityBoundingSet=\nAmbientCapabilities=\n'; }

# restarts LEVEL MEMORY TASKS : again and again, at this level of niceness, within these limits
restarts() { printf 'Restart=always\nRestartSec=1\nNice=%s\nMemoryMax=%s\nTasksMax=%s\n' "$@"; }

# unit NAME DESCRIPTION AFTER TYPE EXEC [line...] : a service as a file
unit() {
    local name=$1 description=$2 after=$3 type=$4 exec=$5
    shift 5
    {
        cat <<UNIT
[Unit]
Description=Oculant: $description
PartOf=oculant.target
After=$after
StartLimitIntervalSec=0

[Service]
Type=$type
WorkingDirectory=$CODE/current
ExecStart=$exec
UNIT
        printf '%s\n' "$@"
        hardened
        printf '\n[Install]\nWantedBy=oculant.target\n'
    } >"$UNITS/oculant-$name.service"
}

# artisan_unit NAME DESCRIPTION NICE MEMORY WORDS : an artisan command that is kept running
artisan_unit() {
    unit "$1" "$2" 'network.target oculant-database.service' exec \
        "/usr/bin/php -d opcache.enable_cli=1 -d opcache.jit=function -d opcache.jit_buffer_size=64M -d memory_limit=1G artisan $5" \
        'TimeoutStopSec=5' "$(restarts "$3" "$4" 64)" "$(plain)"
}

SERVICES=(database php off web watch papers schedule)

write_units() {
    local number nginx all=()
    nginx=$(PATH="$PATH:/usr/sbin" command -v nginx)
    rm -f "$UNITS"/oculant-*.service "$UNITS"/oculant-*.timer "$UNITS/oculant.target"
    # The database keeps what it wrote for two weeks: from a backup to any moment since.
    unit database 'database' 'network.target' notify \
        "/usr/sbin/mariadbd --no-defaults --datadir=$DATA/database --bind-address=127.0.0.1 --port=$DB_PORT --socket=$RUN/database.sock --pid-file=$RUN/database.pid --secure-file-priv=$DATA/database-files --local-infile=0 --symbolic-links=0 --character-set-server=utf8mb4 --skip-name-resolve --server-id=1 --log-bin=$DATA/binlog/log --expire-logs-days=14 --sync-binlog=1 --max-binlog-size=64M" \
        'TimeoutStartSec=300' 'TimeoutStopSec=300' 'LimitNOFILE=16384' "$(restarts 0 4G 512)" "$(plain)"
    unit php 'pages' 'network.target oculant-database.service' notify \
        "$PHP_FPM --nodaemonize -y $ETC/php-fpm.conf -d opcache.jit=function -d opcache.jit_buffer_size=64M" \
        'ExecReload=/bin/kill -USR2 $MAINPID' "$(restarts 5 3G 128)" "$(plain)"
    unit off 'emergency off, by itself' 'network.target' notify \
        "$PHP_FPM --nodaemonize -y $ETC/off.conf -d opcache.jit=function -d opcache.jit_buffer_size=64M" \
        'ExecReload=/bin/kill -USR2 $MAINPID' "$(restarts -5 512M 32)" "$(plain)"
    unit web 'web server' 'network-online.target oculant-php.service oculant-off.service' exec \
        "$nginx -c $ETC/nginx.conf -p $DATA/web -e $DATA/logs/nginx.log -g 'daemon off;'" \
        'ExecReload=/bin/kill -HUP $MAINPID' 'LimitNOFILE=8192' "$(restarts -5 512M 32)" \
        'AmbientCapabilities=CAP_NET_BIND_SERVICE' 'CapabilityBoundingSet=CAP_NET_BIND_SERVICE'
    for number in $(seq "$WORKERS"); do
        artisan_unit "worker$number" "solver $number" 15 1536M 'queue:work --queue=asked,urgent,default,idle --tries=1 --timeout=3600 --sleep=1 --quiet'
        all+=("worker$number")
    done
    artisan_unit papers 'reports and photographs' 12 1G 'queue:work --queue=papers --tries=3 --timeout=120 --sleep=0.3 --max-time=3600 --quiet'
    artisan_unit watch 'watch over unattended runs' 0 512M 'oculant:watch'
    artisan_unit schedule 'what is due at its hour' 12 1G 'schedule:work --quiet'
    all+=("${SERVICES[@]}")
    unit backup 'backup' 'oculant-database.service' oneshot \
        "/usr/bin/php -d memory_limit=1G artisan oculant:backup $BACKUPS --keep=14${PHRASE:+ --phrase-file=$PHRASE}" \
        'Nice=12' "ReadWritePaths=$BACKUPS" "$(plain)"
    sed -i '/^\[Install\]/,$d' "$UNITS/oculant-backup.service"
    cat >"$UNITS/oculant-backup.timer" <<UNIT
[Unit]
Description=Oculant: backup every night

[Timer]
OnCalendar=*-*-* 02:40:00
RandomizedDelaySec=10m
Persistent=yes

[Install]
WantedBy=timers.target
UNIT
    cat >"$UNITS/oculant.target" <<UNIT
[Unit]
Description=Oculant
Wants=$(printf 'oculant-%s.service ' "${all[@]}")

[Install]
WantedBy=multi-user.target
UNIT
    chmod 644 "$UNITS"/oculant*
}

names() { (cd "$UNITS" && ls oculant-*.service) | sed 's/^oculant-//; s/\.service$//' | grep -v '^backup$'; }

has_systemd() { [ -z "$PREFIX" ] && [ -d /run/systemd/system ]; }

# start NAME... : by systemd; where none runs, as the unit says, once and without anybody who starts it again
start() {
    local name
    if has_systemd; then systemctl start "${@/#/oculant-}"; return; fi
    for name in "$@"; do start_here "$name"; done
}

stop() {
    local name
    if has_systemd; then systemctl stop "${@/#/oculant-}"; return; fi
    for name in "$@"; do stop_here "$name"; done
}

# of NAME KEY : the last value that a unit gives it
of() { sed -n "s/^$2=//p" "$UNITS/oculant-$1.service" | tail -1; }

runs_here() { [ -s "$RUN/$1.started" ] && kill -0 "$(cat "$RUN/$1.started")" 2>/dev/null; }

start_here() {
    local name=$1 capable=()
    runs_here "$name" && return
    [ -z "$(of "$name" AmbientCapabilities)" ] || capable=(--inh-caps=+net_bind_service --ambient-caps=+net_bind_service)
    (
        umask 077
        cd "$(of "$name" WorkingDirectory)"
        exec setsid nice -n "$(of "$name" Nice)" setpriv "--reuid=$ACCOUNT" "--regid=$ACCOUNT" --init-groups --no-new-privs "${capable[@]}" \
            env -i PATH=/usr/bin:/bin "HOME=$DATA" bash -c "exec $(of "$name" ExecStart)" >"$DATA/logs/$name.out" 2>&1 </dev/null
    ) &
    echo $! >"$RUN/$name.started"
    disown
}

stop_here() {
    runs_here "$1" || return 0
    local pid
    pid=$(cat "$RUN/$1.started")
    kill -TERM -- "-$pid" 2>/dev/null || kill -TERM "$pid"
    wait_until 60 bash -c "! kill -0 $pid" || kill -KILL -- "-$pid"
    rm -f "$RUN/$1.started"
}
