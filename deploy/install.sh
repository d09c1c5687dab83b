#!/bin/sh
# Install Gentle Prism on a bare Debian: `sudo sh deploy/install.sh studio.example.org` from a checkout; again to update.
# What it makes: a user of its own, /opt/gentle-prism (the program), /var/lib/gentle-prism (the studio's data and
# copies), /etc/gentle-prism.env (its settings), and three systemd units. See docs/operating.md.
set -eu

HOST="${1:-}"
[ -n "$HOST" ] || { echo "Name the host that the studio is served from: sh deploy/install.sh studio.example.org"; exit 2; }
[ "$(id -u)" = 0 ] || { echo "Run this as root, or through sudo."; exit 2; }
FROM="$(cd "$(dirname "$0")/.." && pwd)"
APP=/opt/gentle-prism DATA=/var/lib/gentle-prism ENV=/etc/gentle-prism.env OWNER=gentle-prism

echo "1/6 Debian packages"
apt-get update -qq
DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends python3 python3-venv adduser \
  ca-certificates libpango-1.0-0 libpangoft2-1.0-0 libharfbuzz-subset0 >/dev/null

echo "2/6 its own user and folders"
id "$OWNER" >/dev/null 2>&1 || adduser --system --group --no-create-home --home "$DATA" "$OWNER" >/dev/null
install -d -m 0755 "$APP"
install -d -m 0700 -o "$OWNER" -g "$OWNER" "$DATA" "$DATA/backups"

echo "3/6 the program"
for each in prism web people background_jobs methods decks training tinting jobs reviews viewings steps documents search records instruments studio docs; do
  rm -rf "${APP:?}/$each"
  cp -R "$FROM/$each" "$APP/$each"
done
install -d "$APP/requirements"
cp "$FROM/manage.py" "$APP/manage.py"
cp "$FROM/requirements/base.txt" "$APP/requirements/base.txt"
[ -x "$APP/.venv/bin/python" ] || python3 -m venv "$APP/.venv"
"$APP/.venv/bin/python" -m pip install --quiet --disable-pip-version-check --require-hashes -r "$APP/requirements/base.txt"

echo "4/6 settings"
if [ ! -e "$ENV" ]; then
  KEY="$("$APP/.venv/bin/python" -c 'import secrets; print(secrets.token_urlsafe(60))')"
  (umask 077; cat > "$ENV" <<SETTINGS
STUDIO_ENV=production
SECRET_KEY=$KEY
ALLOWED_HOSTS=$HOST,127.0.0.1
CSRF_TRUSTED_ORIGINS=https://$HOST
TRUST_PROXY=1
DATABASE=$DATA/studio.sqlite3
BACKUPS=$DATA/backups
SETTINGS
  )
fi
chown root:"$OWNER" "$ENV"
chmod 0640 "$ENV"

echo "5/6 the database"
cat > /usr/local/bin/gentle-prism <<RUN
#!/bin/sh
# manage.py as the studio's own user, with its settings: gentle-prism backup
set -a; . $ENV; set +a
cd $APP && exec setpriv --reuid $OWNER --regid $OWNER --init-groups .venv/bin/python manage.py "\$@"
RUN
chmod 0755 /usr/local/bin/gentle-prism
(set -a; . "$ENV"; set +a; cd "$APP" && .venv/bin/python manage.py collectstatic --noinput --verbosity 0)
chmod -R a+rX "$APP"
gentle-prism migrate --verbosity 0

echo "6/6 services"
install -d /etc/systemd/system
cp "$FROM"/deploy/gentle-prism*.service /etc/systemd/system/
if [ -d /run/systemd/system ]; then
  systemctl daemon-reload
  systemctl enable --now gentle-prism.service gentle-prism-work.service
  systemctl restart gentle-prism.service gentle-prism-work.service
else
  echo "No systemd runs here: start it with the line ExecStart of /etc/systemd/system/gentle-prism.service"
fi
echo "Done. The studio answers at 127.0.0.1:8000; put a proxy with TLS before it (deploy/nginx.conf)."
echo "Its first owner: gentle-prism first_owner NAME"
