#!/usr/bin/env bash
# What a running Oculant gives to others on its machine and on its network: nothing. Called by bin/test with the folder that it runs in, its port and its database's.
source "$(dirname "${BASH_SOURCE[0]}")/../../bin/lib.sh"
VAR=$1 PORT=$2 DB_PORT=$3
AT="http://127.0.0.1:$PORT"
source "$(dirname "${BASH_SOURCE[0]}")/holds.sh"

header() { curl --silent --output /dev/null --dump-header - "${@:2}" | tr -d '\r' | grep -qiE "^$1"; }

for path in / /build/nothing.js /api/v1/jobs /api/v1/nothing /off /index.php; do
    for name in X-Content-Type-Options:.nosniff X-Frame-Options:.DENY Referrer-Policy: "Content-Security-Policy:.*frame-ancestors 'none'" Permissions-Policy:; do
        holds "$path sends $name" header "$name" "$AT$path"
    done
    refused "$path lets no other site in" header 'Access-Control-Allow-Origin' -H 'Origin: https://elsewhere.example' "$AT$path"
    refused "$path says nothing of PHP" header 'X-Powered-By' "$AT$path"
done
head -c 9000000 /dev/zero >"$VAR/large"
holds 'a refusal by the web server has the headers, too' header 'X-Frame-Options:.DENY' --data-binary "@$VAR/large" "$AT/api/v1/stock/import"
rm -f "$VAR/large"
holds 'HSTS behind TLS' header 'Strict-Transport-Security' -H 'X-Forwarded-Proto: https' "$AT/"
refused 'no HSTS without' header 'Strict-Transport-Security' "$AT/"
holds 'a made-up host gets no answer' bash -c "curl --silent --output /dev/null --write-out '%{http_code}' -H 'Host: elsewhere.example' '$AT/off' | grep -q 421"
refused 'and no redirect' header 'Location:.*elsewhere' -H 'Host: elsewhere.example' "$AT/build"

# Another account of this machine.
if [ "$(id -u)" = 0 ]; then
    other=(setpriv --reuid=nobody --regid=nogroup --clear-groups env HOME=/ "PATH=$PATH")
    sql() { "${other[@]}" mariadb --no-defaults --connect-timeout=3 "$@" -e 'SELECT 1'; }
    for user in root "$ACCOUNT" oculant nobody ''; do
        refused "the database lets \"$user\" in over TCP without a password" sql --protocol=tcp --host=127.0.0.1 "--port=$DB_PORT" "--user=$user"
        refused "the database lets \"$user\" in by its socket" sql "--socket=$VAR/db/socket" "--user=$user"
    done
    own_account
    for file in "$VAR" "$VAR/db" "$VAR/config.php" "$VAR/php-fpm.sock" "$VAR/off.sock" storage/logs storage/app storage/framework .env; do
        [ ! -e "$file" ] || refused "others read $file" "${other[@]}" test -r "$file"
        [ ! -e "$file" ] || refused "others write $file" "${other[@]}" test -w "$file"
    done
    for pid in "$VAR/db/pid" "$VAR/nginx.pid" "$VAR/php-fpm.pid" "$VAR/off.pid" "$VAR/worker1.pid" "$VAR/papers.pid" "$VAR/watch.pid" "$VAR/schedule.pid"; do
        holds "$(basename "$pid") runs as an account without rights" bash -c '[ "$(stat -c %U "/proc/$(cat "$1")")" = "$2" ]' _ "$pid" "$ACCOUNT"
    done
    holds 'the account has no password and no shell' bash -c 'getent passwd "$1" | grep -q nologin' _ "$ACCOUNT"
    holds 'what the database may write is in one folder' bash -c '"$@" -N -e "SELECT @@secure_file_priv" | grep -q "/files/"' _ "${AS[@]}" mariadb --no-defaults "--socket=$VAR/db/socket" "--user=$ACCOUNT"
    refused 'the app may write files through the database' "${AS[@]}" mariadb --no-defaults --host=127.0.0.1 "--port=$DB_PORT" --user=oculant "--password=${DB_PASSWORD:-}" -e "SELECT 1 INTO OUTFILE '$VAR/db/files/x'"
else
    say "Run as root, this also tries the files and the database as another account of the machine."
fi

close House
