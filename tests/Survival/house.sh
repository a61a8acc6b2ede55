#!/usr/bin/env bash
# A whole Oculant of its own for the survival test: up, kill-web, kill-watch, kill-db, web, db, down. Settings come from the environment.
source "$(dirname "${BASH_SOURCE[0]}")/../../bin/lib.sh"

VAR="$ROOT/var/survival"
need_packages nginx=nginx
find_php_fpm
own_account
export OCULANT_OFF_LIST="$VAR/off/list.json" OCULANT_OFF_MARKS="$VAR/off"
database() { start_database "$VAR/db" "$DB_PORT" "$DB_DATABASE" "$DB_USERNAME" "$DB_PASSWORD" --skip-log-bin; }
# Master and children at once: neither gets a chance to tidy up.
kill_family() { local master; master=$(cat "$1"); kill -KILL "$master" $(pgrep -P "$master") 2>/dev/null || true; rm -f "$1"; }

case $1 in
    up)
        stop_all "$VAR"
        rm -rf "$VAR"
        database
        "${AS[@]}" php artisan migrate --force --quiet
        "${AS[@]}" php tests/Survival/prepare.php
        start_stand_ins "$VAR" "$OCULANT_STAND_INS" >&2
        start_watch "$VAR"
        start_web "$VAR" "$OCULANT_PORT"
        ;;
    kill-web) kill_family "$VAR/nginx.pid"; kill_family "$VAR/php-fpm.pid" ;;
    # The watchman itself; what keeps it running starts another.
    kill-watch) kill -KILL $(pgrep -P "$(cat "$VAR/watch.pid")") ;;
    kill-db) kill -KILL "$(cat "$VAR/db/pid")"; rm -f "$VAR/db/pid"; wait_until 20 port_is_free "$DB_PORT" ;;
    web) start_web "$VAR" "$OCULANT_PORT" ;;
    db) database ;;
    down) stop_all "$VAR" ;;
esac
