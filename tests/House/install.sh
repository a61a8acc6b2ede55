#!/usr/bin/env bash
# bin/install on this machine, below a folder of its own: set up, begun, run again, broken by an update, played on from a
# backup, taken away. Its services are started by the lines of its units. Called by bin/test as root, with a folder.
source "$(dirname "${BASH_SOURCE[0]}")/../../bin/lib.sh"
source "$(dirname "${BASH_SOURCE[0]}")/holds.sh"
AT=$1
rm -rf "$AT"
mkdir -p "$AT"
export OCULANT_PREFIX=$AT
PORT=$(free_port 8443) PLAIN=$(free_port 8480) DB=$(free_port 3486)
DATA=$AT/var/lib/oculant ETC=$AT/etc/oculant
finish() { bin/install --remove >/dev/null 2>&1; rm -rf "$AT"; }
trap finish EXIT

web() { curl --silent --show-error --max-time 60 --cacert "$ETC/tls/authority.crt" --resolve "bench.example:$PORT:127.0.0.1" "$@"; }
sql() { setpriv --reuid=oculant --regid=oculant --init-groups mariadb --no-defaults "--socket=$AT/run/oculant/database.sock" --user=oculant -N -e "$1" oculant; }
oculant() { "$AT/usr/local/sbin/oculant" "$@"; }
workshops() { sql 'SELECT GROUP_CONCAT(name ORDER BY id) FROM workshops'; }
is() { [ "$1" = "$2" ] || { say "  it is: $1"; return 1; }; }
install_here() { bash "${1:-.}/bin/install" --yes >"$AT/said" 2>&1; }

bash bin/install --yes --host bench.example --port "$PORT" --plain-port "$PLAIN" --listen 127.0.0.1 --database-port "$DB" --workers 1 >"$AT/said" 2>&1 || { cat "$AT/said"; say 'bin/install failed.'; }
link=$(grep -o 'https://bench.example:[0-9]*/join/.*' "$AT/said")
holds 'the installer prints a link to begin with' test -n "$link"
holds 'the certificate holds for its authority and its name' web --fail --output /dev/null "https://bench.example:$PORT/"
holds 'without TLS it sends on' bash -c "curl --silent --head 'http://127.0.0.1:$PLAIN/people' | grep -q 'Location: https://bench.example:$PORT/people'"
holds 'and offers the authority' bash -c "curl --silent --fail 'http://127.0.0.1:$PLAIN/authority.crt' | cmp - '$ETC/tls/authority.crt'"
holds 'TLS says that it stays so' bash -c "curl --silent --cacert '$ETC/tls/authority.crt' --resolve 'bench.example:$PORT:127.0.0.1' --head 'https://bench.example:$PORT/' | grep -qi strict-transport-security"
refused 'an old kind of TLS' web --output /dev/null --tls-max 1.1 "https://bench.example:$PORT/"
holds 'a made-up name gets no answer' bash -c "curl --silent --insecure --output /dev/null --write-out '%{http_code}' -H 'Host: elsewhere.example' 'https://127.0.0.1:$PORT/off' | grep -q 421"
holds 'nobody is in yet' is "$(workshops)" NULL
refused 'the demo password lets nobody in' web --fail --output /dev/null -H 'Accept: application/json' --data '{"email":"tarik@tollhouse.example","password":"harbour-light"}' -H 'Content-Type: application/json' "https://bench.example:$PORT/api/v1/tokens"
holds 'the link begins the workshop' web --fail --output /dev/null -H 'Accept: application/json' -H 'Content-Type: application/json' \
    --data '{"workshop":"Lighthouse yard","name":"Runa Aas","email":"runa@yard.example","password":"nine-lobster-pots-drying"}' "https://bench.example:$PORT/api/v1/invitations/${link##*/}"
holds 'it is there' is "$(workshops)" 'Lighthouse yard'
refused 'the link is good once' web --fail --output /dev/null -H 'Accept: application/json' -H 'Content-Type: application/json' \
    --data '{"workshop":"Again","name":"Runa Aas","email":"other@yard.example","password":"nine-lobster-pots-drying"}' "https://bench.example:$PORT/api/v1/invitations/${link##*/}"

other=(setpriv --reuid=nobody --regid=nogroup --clear-groups)
for file in "$ETC/oculant.env" "$ETC/tls/server.key" "$ETC/tls/authority.key" "$DATA/database" "$DATA/storage" "$DATA/backups" "$AT/run/oculant/php-fpm.sock"; do
    refused "others read $file" "${other[@]}" test -r "$file"
done
refused 'the account writes into its own program' setpriv --reuid=oculant --regid=oculant --init-groups touch "$AT/opt/oculant/current/app/x"
refused 'the account changes its own settings' setpriv --reuid=oculant --regid=oculant --init-groups sh -c "echo >>'$ETC/oculant.env'"
if command -v systemd-analyze >/dev/null; then
    holds 'systemd understands the units' bash -c "cd '$AT/etc/systemd/system' && [ -z \"\$(systemd-analyze verify ./oculant.target ./oculant-*.service ./oculant-backup.timer 2>&1)\" ]"
    for unit in php off web database worker1 papers watch schedule backup; do
        holds "little lies open to oculant-$unit" bash -c "cd '$AT/etc/systemd/system' && systemd-analyze security --offline=true --threshold=25 './oculant-$unit.service' >/dev/null"
    done
fi
holds 'logs are turned over' logrotate --debug "$AT/etc/logrotate.d/oculant"

# Run again: the same workshop, the same keys, the version before still there, a backup from just before.
keys=$(cat "$ETC/oculant.env" "$ETC/tls/server.crt" | sha256sum)
holds 'it may be run again' install_here
holds 'the workshop stays' is "$(workshops)" 'Lighthouse yard'
holds 'keys and certificate stay' is "$(cat "$ETC/oculant.env" "$ETC/tls/server.crt" | sha256sum)" "$keys"
holds 'it says that a workshop is here' grep -q 'There is a workshop here already' "$AT/said"
holds 'a backup was made before' bash -c "ls '$DATA'/backups/oculant-*.tar.gz"

# An update that changes tables and then does not run: back, tables and all.
mkdir "$AT/broken"
tar --exclude=./var --exclude=./.git --exclude=./node_modules -cf - . | tar -C "$AT/broken" -xf -
ln -s "$ROOT/node_modules" "$AT/broken/node_modules"
cat >"$AT/broken/database/migrations/2099_01_01_000000_break.php" <<'PHP'
<?php
use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;
return new class extends Migration {
    public function up(): void { DB::statement("UPDATE workshops SET name = 'broken'"); }
};
PHP
printf '<?php http_response_code(500);' >"$AT/broken/public/index.php"
before=$(readlink "$AT/opt/oculant/current")
export OCULANT_WAIT=5
refused 'an update that is not well is taken for one' install_here "$AT/broken"
unset OCULANT_WAIT
holds 'the version before runs again' is "$(readlink "$AT/opt/oculant/current")" "$before"
holds 'it answers' web --fail --output /dev/null "https://bench.example:$PORT/up"
holds 'what the update did to the tables is undone' is "$(workshops)" 'Lighthouse yard'
rm -rf "$AT/broken"

# Killed in the middle: what was taken is there.
sql "UPDATE workshops SET name = 'Lighthouse yard, killed once'"
kill -KILL "$(cat "$AT/run/oculant/database.pid")"
holds 'the database starts again' install_here
holds 'with what was written last' is "$(workshops)" 'Lighthouse yard, killed once'

# From a backup to a moment after it, by the binary log.
backup=$(oculant oculant:backup "$DATA/backups" | head -1)
sql "UPDATE workshops SET name = 'after the backup'"
sleep 1.1
wanted=$(date '+%F %T')
sleep 1.1
sql "UPDATE workshops SET name = 'the slip of a hand'"
read -r file position < <(tar -xOzf "$backup" ./database.sql | sed -n "s/^-- CHANGE MASTER TO MASTER_LOG_FILE='\([^']*\)', MASTER_LOG_POS=\([0-9]*\);.*/\1 \2/p")
holds 'the backup says where the log stood' test -n "${position:-}"
logs=$(cd "$DATA/binlog" && ls log.[0-9]* | sed -n "/$file/,\$p" | sed "s|^|$DATA/binlog/|")
mariadb-binlog --no-defaults --database=oculant "--start-position=$position" "--stop-datetime=$wanted" $logs >"$AT/replay.sql"
sql 'DROP DATABASE oculant; CREATE DATABASE oculant CHARACTER SET utf8mb4'
holds 'the backup comes back' oculant oculant:restore "$backup" "--files=$DATA/storage/beside"
setpriv --reuid=oculant --regid=oculant --init-groups mariadb --no-defaults "--socket=$AT/run/oculant/database.sock" --user=oculant oculant <"$AT/replay.sql"
holds 'and the log brings it to the moment before the slip' is "$(workshops)" 'after the backup'

bin/install --remove >/dev/null 2>&1
holds 'what is taken away is gone' test ! -e "$AT/opt/oculant" -a ! -e "$AT/etc/systemd/system/oculant.target"
holds 'data and keys stay' test -d "$DATA/database" -a -f "$ETC/oculant.env"
refused 'nothing of it runs on' pgrep -f "$AT/"
close 'Install'
