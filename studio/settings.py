"""Settings for demo, development and production, from the environment.

`STUDIO_ENV` is `development` (the default), `demo` or `production`. Production refuses to start without
`SECRET_KEY` and `ALLOWED_HOSTS`. A `.env` file beside `manage.py` is read if there is one.
"""

from __future__ import annotations

import logging
import secrets
import sys
from pathlib import Path

import environ
from csp.constants import NONE, SELF
from django.core.exceptions import ImproperlyConfigured

ROOT = Path(__file__).resolve().parent.parent
VAR = ROOT / "var"

env = environ.Env()
env.read_env(str(ROOT / ".env"))

STUDIO_ENV: str = env("STUDIO_ENV", default="development")
if STUDIO_ENV not in ("demo", "development", "production"):
    raise ImproperlyConfigured(f"STUDIO_ENV is '{STUDIO_ENV}': choose demo, development or production.")
PRODUCTION = STUDIO_ENV == "production"
DEMO: bool = STUDIO_ENV == "demo"
DEBUG: bool = env.bool("DEBUG", default=False) and not PRODUCTION


def _secret_key() -> str:
    given: str = env("SECRET_KEY", default="")
    if PRODUCTION and given and (len(given) < 50 or len(set(given)) < 10):
        raise ImproperlyConfigured("SECRET_KEY is too short: set 50 characters or more that nobody can guess.")
    if given:
        return given
    if PRODUCTION:
        raise ImproperlyConfigured("SECRET_KEY is empty: set it in the environment before starting in production.")
    kept = VAR / "secret_key"
    if not kept.exists():
        VAR.mkdir(exist_ok=True)
        kept.write_text(secrets.token_urlsafe(50))
        kept.chmod(0o600)
    return kept.read_text()


SECRET_KEY = _secret_key()
# whether a proxy before the studio sets X-Forwarded-Proto and X-Forwarded-For itself; else anybody could
TRUST_PROXY: bool = env.bool("TRUST_PROXY", default=False)
ALLOWED_HOSTS: list[str] = env.list("ALLOWED_HOSTS", default=[] if PRODUCTION else ["localhost", "127.0.0.1", "[::1]"])
if not ALLOWED_HOSTS:
    raise ImproperlyConfigured("ALLOWED_HOSTS is empty: name the hosts this studio is served from, with commas.")
CSRF_TRUSTED_ORIGINS: list[str] = env.list("CSRF_TRUSTED_ORIGINS", default=[])

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.messages",
    "django.contrib.staticfiles",
    "django.forms",
    "django_cotton",
    "django_htmx",
    "axes",
    "django_otp",
    "django_otp.plugins.otp_totp",
    "django_otp.plugins.otp_static",
    "auditlog",
    "django_tasks",
    "django_tasks_db",
    "web",
    "people",
    "background_jobs",
    "methods",
    "decks",
    "training",
    "tinting",
    "jobs",
    "reviews",
    "viewings",
    "steps",
    "documents",
    "search",
    "records",
    "instruments",
    "studio",
]

MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.middleware.gzip.GZipMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "web.middleware.PrintableMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "web.middleware.SignInMiddleware",
    "people.middleware.HabitsMiddleware",
    "auditlog.middleware.AuditlogMiddleware",
    "django.contrib.messages.middleware.MessageMiddleware",
    "web.undo.UndoMiddleware",
    "django_htmx.middleware.HtmxMiddleware",
    "web.idempotency.OnceMiddleware",
    "web.middleware.PrivateMiddleware",
    "axes.middleware.AxesMiddleware",
]

# long work: kept in the database, done by `manage.py work`; at once where tests run
TASKS = {
    "default": {
        "BACKEND": "django_tasks.backends.immediate.ImmediateBackend"
        if "test" in sys.argv[1:2]
        else "django_tasks_db.DatabaseBackend"
    }
}
WORKS = {
    "job-document": "documents.work.job_document",
    "deck-import": "decks.work.bring_in",
    "deck-undo": "decks.work.undelete",
}

SCHEDULED = [
    *(("studio.demo_visit.sweep", "studio.demo_visit.fill") if DEMO else ("studio.backups.scheduled",)),
    "search.meaning.scheduled",
    "background_jobs.pruning.scheduled",
]
if "test" in sys.argv[1:2]:
    SCHEDULED = []
BACKUPS: str = env("BACKUPS", default=str(VAR / "backups"))

# who changed what: see `records`
AUDITLOG_LOGENTRY_MODEL = "records.Change"
AUDITLOG_DISABLE_REMOTE_ADDR = True
AUDITLOG_DISABLE_ON_RAW_SAVE = True
AUDITLOG_USE_FK_STRING_REPRESENTATION = True
AUDITLOG_CHANGE_DISPLAY_TRUNCATE_LENGTH = -1

ROOT_URLCONF = "studio.urls"
WSGI_APPLICATION = "studio.wsgi.application"

FORM_RENDERER = "web.forms.Renderer"
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "APP_DIRS": True,
        "OPTIONS": {
            "builtins": ["web.templatetags.boards"],
            "context_processors": [
                "django.template.context_processors.request",
                "django.contrib.auth.context_processors.auth",
                "django.contrib.messages.context_processors.messages",
                "studio.context.studio",
            ],
        },
    }
]

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": env("DATABASE", default=str(VAR / f"{STUDIO_ENV}.sqlite3")),
        # kept open from one request to the next: opening takes time, and room on the disk for the log beside it
        "CONN_MAX_AGE": 0 if "test" in sys.argv[1:2] else 600,
        # browser tests name a file here, since a database in memory has one connection for all threads
        "TEST": {"NAME": env("TEST_DATABASE", default=None)},
        "OPTIONS": {
            "timeout": 20,
            "transaction_mode": "IMMEDIATE",
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=NORMAL; PRAGMA foreign_keys=ON;",
        },
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}"}
    for name in ("UserAttributeSimilarityValidator", "MinimumLengthValidator", "CommonPasswordValidator")
]
if "test" in sys.argv[1:2]:
    PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]  # slow ones take minutes of a test run
LOGIN_URL = "sign-in"
LOGIN_REDIRECT_URL = "home"
LOGOUT_REDIRECT_URL = "sign-in"
OTP_TOTP_THROTTLE_FACTOR = OTP_STATIC_THROTTLE_FACTOR = 0  # `people.throttle` counts tries, by where they come from
AXES_FAILURE_LIMIT = 8
AXES_COOLOFF_TIME = 0.25  # hours
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_VERBOSE = False
AXES_ENABLE_ACCESS_FAILURE_LOG = True  # by which `people.throttle` counts
AXES_CLIENT_IP_CALLABLE = "people.throttle.address_of"
AXES_LOCKOUT_CALLABLE = "studio.views.locked_out"

LANGUAGE_CODE = "en-gb"
TIME_ZONE = env("TIME_ZONE", default="Europe/London")
USE_I18N = False
USE_TZ = True

STATIC_URL = "static/"
STATIC_ROOT = ROOT / "staticfiles"
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {
        "BACKEND": "web.static_files.Hashed"
        if STUDIO_ENV != "development"
        else "django.contrib.staticfiles.storage.StaticFilesStorage"
    },
}

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        "script-src": [SELF],
        "style-src": [SELF],
        "img-src": [SELF],
        "font-src": [SELF],
        "connect-src": [SELF],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
        "base-uri": [NONE],
        "require-trusted-types-for": ["'script'"],
        "trusted-types": ["default"],  # see studio/static/studio/trusted.js
    }
}
SECURE_REFERRER_POLICY = "same-origin"
SECURE_CROSS_ORIGIN_OPENER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
if PRODUCTION:
    SECURE_SSL_REDIRECT = env.bool("SECURE_SSL_REDIRECT", default=True)
    SECURE_REDIRECT_EXEMPT = [r"^health/$", r"^ready/$", r"^metrics/$"]
    SECURE_HSTS_SECONDS = 31_536_000
    SECURE_HSTS_INCLUDE_SUBDOMAINS = True
    SILENCED_SYSTEM_CHECKS = ["security.W021"]  # a studio's own host is on no browser's list of preloaded ones
    if TRUST_PROXY:
        SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
    SESSION_COOKIE_SECURE = True
    CSRF_COOKIE_SECURE = True

# a file beyond the limit of its address is dropped while it arrives; the form says so beside the field
UPLOAD_LIMITS = (
    ("/colours/import/", 40_000_000),
    ("/jobs/bring-in/", 60_600_000),
    ("/viewings/", 12_600_000),
    ("/rooms/", 12_600_000),
    ("/", 1_000_000),
)
FILE_UPLOAD_HANDLERS = ["web.uploads.BoundedUploadHandler"]
DATA_UPLOAD_MAX_MEMORY_SIZE = 2_500_000
DATA_UPLOAD_MAX_NUMBER_FIELDS = 600  # a table of 256 columns has a field for each

# devices are reached through drivers, named by dotted path; a recording can stand in for a reader
READER_DRIVER = env("READER_DRIVER", default="prism.demo.devices.simulated_reader")
READER_OPTIONS = {"recording": env("READER_RECORDING")} if env("READER_RECORDING", default="") else {}
TINTING_DRIVER = env("TINTING_DRIVER", default="prism.devices.dispenser.SimulatedDispenser")
LIGHT_METER_DRIVER: str = env("LIGHT_METER_DRIVER", default="prism.devices.meters.SimulatedMeter")
COMPASS_DRIVER: str = env("COMPASS_DRIVER", default="prism.devices.meters.SimulatedCompass")

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"lines": {"()": "web.logs.Lines"}},
    "handlers": {"console": {"class": "logging.StreamHandler"} | ({"formatter": "lines"} if PRODUCTION else {})},
    "root": {"handlers": ["console"], "level": "WARNING"},
    "loggers": {
        "django": {"handlers": ["console"], "level": "WARNING", "propagate": False},
        "studio": {"handlers": ["console"], "level": "INFO", "propagate": False},
    },
}
logging.captureWarnings(PRODUCTION)
