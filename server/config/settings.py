"""Settings of the served application. Everything secret or local comes from the environment,
which ``./dentado`` fills from ``var/``; nothing here names a machine."""

import os
from pathlib import Path

import dj_database_url
from csp.constants import NONCE, NONE, SELF

from config.storage import BucketAddress, storage_of

ROOT = Path(__file__).resolve().parent.parent.parent
VAR = Path(os.environ.get("DENTADO_VAR", ROOT / "var"))
DIST = Path(os.environ["DENTADO_FRONT_END"])

SECRET_KEY = os.environ["DENTADO_SECRET_KEY"]
DEBUG = False
# Over plain HTTP on loopback unless said otherwise: then set DENTADO_HTTPS=1 and the host names.
HTTPS = os.environ.get("DENTADO_HTTPS") in ("1", "own")
OWN_TLS = os.environ.get("DENTADO_HTTPS") == "own"
"""Whether this server speaks TLS itself, under the bench's own certificate, and no proxy in front does."""
AUTHORITY = Path(os.environ["DENTADO_AUTHORITY"]) if "DENTADO_AUTHORITY" in os.environ else None
"""The certificate that a phone is to trust."""
SHARED = os.environ.get("DENTADO_SHARED", "")
"""Where other devices of the workshop's network reach the bench; empty where they do not."""
ALLOWED_HOSTS = os.environ.get("DENTADO_HOSTS", "127.0.0.1,localhost,[::1]").split(",")
PROXIES = int(os.environ.get("DENTADO_PROXIES", "1" if HTTPS and not OWN_TLS else "0"))
"""How many proxies of one's own stand in front: so many entries of X-Forwarded-For are believed."""
SETUP_CODE = os.environ.get("DENTADO_SETUP_CODE", "")
VERSION = os.environ.get("DENTADO_VERSION", "")
CSRF_TRUSTED_ORIGINS = [f"https://{host}" for host in ALLOWED_HOSTS] if HTTPS else []

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "axes",
    "csp",
    "config",
    "accounts",
    "workshop",
    "visits",
    "drawer",
    "suppliers",
    "orders",
    "day",
    "papers",
    "practice",
    "shelf",
    "live",
    "exchange",
]
MIDDLEWARE = [
    "config.health.Health",
    "watched.middleware.Watched",
    "config.middleware.InTurn",
    "workshop.client.ClientAddress",
    "config.middleware.Headers",
    "workshop.stamps.SaysChanged",
    "config.middleware.Compressed",
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "config.middleware.LostDatabase",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "workshop.known_sign_ins.SignedInMember",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
]
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "APP_DIRS": True,
        "OPTIONS": {"context_processors": ["django.template.context_processors.request"]},
    }
]
ROOT_URLCONF = "config.urls"
WSGI_APPLICATION = "config.wsgi.application"
USE_TZ = True
TIME_ZONE = "UTC"
USE_I18N = False
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
SILENCED_SYSTEM_CHECKS: list[str] = []

DATABASE_HOSTS = [each for each in os.environ.get("DENTADO_DATABASE_HOSTS", "").split(",") if each]
"""The nodes of a cluster, host:port, in the order they are gone to; empty for one database."""
SESSION = "SET sql_mode='STRICT_ALL_TABLES', innodb_strict_mode=1"
IN_CLUSTER = {
    # What another server has just written is there before it is read.
    "init_command": f"{SESSION}, wsrep_sync_wait=1",
    # A node that was cut off answers nothing at all: it is given up, and the next is gone to.
    "connect_timeout": 2,
    "read_timeout": 8,
    "write_timeout": 8,
}

DATABASES = {
    "default": {
        **dj_database_url.parse(
            os.environ["DENTADO_DATABASE_URL"],
            engine="config.cluster" if DATABASE_HOSTS else None,
            conn_max_age=600,
            conn_health_checks=True,
        ),
        "OPTIONS": {
            "charset": "utf8mb4",
            "connect_timeout": 5,
            "init_command": SESSION,
            # Writers queue on the visit's row; nothing here relies on repeatable reads.
            "isolation_level": "read committed",
            **(IN_CLUSTER if DATABASE_HOSTS else {}),
        },
        "TEST": {"CHARSET": "utf8mb4"},
    }
}

AUTH_USER_MODEL = "workshop.Member"
LOGIN_URL, LOGIN_REDIRECT_URL = "/sign-in", "/"
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]
PASSWORD_HASHERS = ["workshop.sign_in.FewAtATime"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 10}},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]
# Eight tries from one address on one name, then five minutes' rest.
AXES_FAILURE_LIMIT = 8
AXES_COOLOFF_TIME = 5 / 60
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_RESET_ON_SUCCESS = True
# Tries while a name rests do not make it rest longer, or others could shut a member out for good;
# and a device the member has signed in on before may always try.
AXES_RESET_COOL_OFF_ON_FAILURE_DURING_LOCKOUT = False
AXES_WHITELIST_CALLABLE = "workshop.sign_in.known_device"
AXES_LOCKOUT_CALLABLE = "accounts.views.locked_out"
AXES_ENABLE_ADMIN = False
AXES_VERBOSE = False

SESSION_ENGINE = "workshop.known_sign_ins"
SESSION_COOKIE_AGE = 60 * 60 * 24 * 14
SESSION_COOKIE_SAMESITE = CSRF_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = SECURE_SSL_REDIRECT = HTTPS
# An address of a workshop's network may be another's tomorrow: it is not held to TLS for a year.
SECURE_HSTS_SECONDS = 31_536_000 if HTTPS and not OWN_TLS else 0
SECURE_HSTS_INCLUDE_SUBDOMAINS = SECURE_HSTS_PRELOAD = HTTPS and not OWN_TLS
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
if OWN_TLS:
    SILENCED_SYSTEM_CHECKS += ["security.W004"]
elif HTTPS:
    SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
else:
    # HSTS, redirect and secure cookies need TLS, which loopback does not have.
    SILENCED_SYSTEM_CHECKS += ["security.W004", "security.W008", "security.W012", "security.W016"]

FILES_URL = os.environ.get("DENTADO_FILES_URL", "")
"""Where photos and sounds are kept; empty for the disk. See docs/running.md."""
BUCKET = [BucketAddress.of(FILES_URL).origin] if FILES_URL else []

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        "script-src": [SELF],
        # The controls' theme is written into style elements at run time, by nonce.
        "style-src": [SELF, NONCE],
        "img-src": [SELF, "data:", "blob:", *BUCKET],
        "font-src": [SELF],
        "connect-src": [SELF],
        "media-src": [SELF, "blob:"],
        "manifest-src": [SELF],
        "base-uri": [NONE],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
    }
}

STATIC_URL = "/assets/"
WHITENOISE_ROOT = DIST
WHITENOISE_INDEX_FILE = False
MEDIA_ROOT = VAR / "media"
FILE_UPLOAD_MAX_MEMORY_SIZE = 5 * 2**20
DATA_UPLOAD_MAX_MEMORY_SIZE = 1 * 2**20
PHOTO_MOST_BYTES = 25 * 2**20
PHOTO_MOST_PIXELS = 40_000_000
SOUND_MOST_BYTES = 24 * 2**20
STORAGES = {
    "default": storage_of(FILES_URL),
    "staticfiles": {"BACKEND": "django.contrib.staticfiles.storage.StaticFilesStorage"},
}


def _address(setting: str, usual: int) -> tuple[str, int]:
    host, _, port = os.environ.get(setting, f":{usual}").rpartition(":")
    return host or "127.0.0.1", int(port)


CALIPER = _address("DENTADO_CALIPER", 8351)
SOUND_SOURCE = _address("DENTADO_SOUND", 8353)
CAMERA = _address("DENTADO_CAMERA", 8358)
SUPPLIER = _address("DENTADO_SUPPLIER", 8354)
FIGURES = {
    "indicator": _address("DENTADO_INDICATOR", 8355),
    "tachometer": _address("DENTADO_TACHOMETER", 8356),
    "thermometer": _address("DENTADO_THERMOMETER", 8357),
    "force": _address("DENTADO_FORCE", 8359),
}
"""Where the devices answer; see docs/formats."""

METRICS_TOKEN = os.environ.get("DENTADO_METRICS_TOKEN", "")
LOGS = VAR / "logs"
"""Requests, and those that were slow or failed, where this process serves; others keep no log."""

SERVES = os.environ.get("DENTADO_SERVES") == "1"
if SERVES:
    LOGS.mkdir(parents=True, exist_ok=True)
SIGN_INS_KNOWN = SERVES and os.environ.get("DENTADO_OWN_DATABASE") == "1" and not DATABASE_HOSTS
"""Whether only Dentado on this machine writes to the database, so that sign-ins need not be asked after."""


def _kept_in(name: str) -> dict[str, object]:
    """Workers write to one file, and turn it over together."""
    if not SERVES:
        return {"class": "logging.NullHandler"}
    return {
        "class": "concurrent_log_handler.ConcurrentRotatingFileHandler",
        "filename": str(LOGS / name),
        "maxBytes": 5 * 2**20,
        "backupCount": 5,
        "formatter": "line",
        "encoding": "utf-8",
    }


LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"line": {"()": "watched.journal.AsJson"}},
    "handlers": {
        "console": {"class": "logging.StreamHandler"},
        "requests": _kept_in("requests.jsonl"),
        "troubles": _kept_in("troubles.jsonl"),
    },
    "root": {"handlers": ["console"], "level": "WARNING"},
    # A refusal is an answer, told on the screen; the log is for what broke.
    "loggers": {
        "django.request": {"level": "ERROR"},
        "axes": {"level": "ERROR"},
        "dentado.requests": {"handlers": ["requests"], "level": "INFO", "propagate": False},
        "dentado.troubles": {"handlers": ["troubles"], "level": "INFO", "propagate": False},
    },
}


def WHITENOISE_IMMUTABLE_FILE_TEST(path: str, url: str) -> bool:
    """Everything the build puts under assets/ carries its hash in its name."""
    return url.startswith("/assets/")
