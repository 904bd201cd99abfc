"""Settings of the site. Everything that differs between sites comes from the environment."""

import os
from pathlib import Path

from csp.constants import NONE, SELF

from anleitung.site.secret_key import read_secret_key

HOME = Path(__file__).resolve().parents[2]
DATA = Path(os.environ.get("ANLEITUNG_DATA", HOME / "var"))
WEB = HOME / "web" / "dist"

DEBUG = os.environ.get("ANLEITUNG_DEBUG", "") == "1"
SECRET_KEY = read_secret_key(os.environ.get("ANLEITUNG_SECRET_KEY"), DATA / "secret-key")
ALLOWED_HOSTS = os.environ.get("ANLEITUNG_HOSTS", "127.0.0.1,localhost").split(",")
CSRF_TRUSTED_ORIGINS = [o for o in os.environ.get("ANLEITUNG_ORIGINS", "").split(",") if o]
# Processes of the site and threads of each; work that takes long is the worker's.
PROCESSES = int(os.environ.get("ANLEITUNG_PROCESSES", "2"))
THREADS = int(os.environ.get("ANLEITUNG_THREADS", "8"))
# Addresses or networks of proxies in front of the site, whose word on where a request comes from
# counts; nobody else's does.
PROXIES = [each for each in os.environ.get("ANLEITUNG_PROXIES", "").split(",") if each]
# Behind TLS this is set to 1; the demo on 127.0.0.1 has none.
SECURE = os.environ.get("ANLEITUNG_SECURE", "") == "1"

INSTALLED_APPS = [
    "django.contrib.admin",
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.messages",
    "django.contrib.humanize",
    "whitenoise.runserver_nostatic",
    "django.contrib.staticfiles",
    "axes",
    "django_tasks",
    "django_tasks_db",
    "django_otp",
    "django_otp.plugins.otp_totp",
    "anleitung.audit",
    "anleitung.accounts",
    "anleitung.limits",
    "anleitung.jobs",
    "anleitung.catalogue",
    "anleitung.guides",
    "anleitung.mirrors",
    "anleitung.reports",
    "anleitung.review",
    "anleitung.routes",
    "anleitung.translations",
    "anleitung.reader",
    "anleitung.demo",
    "anleitung.site",
]

MIDDLEWARE = [
    "anleitung.site.proxies.OnlyNamedProxies",
    "anleitung.site.bounds.BoundedBody",
    "django.middleware.security.SecurityMiddleware",
    "csp.middleware.CSPMiddleware",
    "anleitung.site.worker_policy.WorkerPolicy",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.middleware.gzip.GZipMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django_otp.middleware.OTPMiddleware",
    "anleitung.accounts.second_factor.CodeDemanded",
    "django.contrib.messages.middleware.MessageMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
    "anleitung.site.plain_failures.PlainFailures",
]

ROOT_URLCONF = "anleitung.site.urls"
WSGI_APPLICATION = "anleitung.site.wsgi.application"

TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "APP_DIRS": True,
        "OPTIONS": {
            "context_processors": [
                "django.template.context_processors.request",
                "django.contrib.auth.context_processors.auth",
                "django.contrib.messages.context_processors.messages",
                "anleitung.reader.language.languages",
            ],
        },
    }
]

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": DATA / "anleitung.sqlite3",
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            # Whoever waits longer for another writer is told to try again, and holds no thread.
            "timeout": 5,
            # recursive_triggers: so that REPLACE cannot pass by a delete trigger.
            "init_command": (
                "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON; "
                "PRAGMA recursive_triggers=ON;"
            ),
        },
        # Each thread keeps its own: opening one took a tenth of what a small page takes.
        "CONN_MAX_AGE": 60,
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

AUTHENTICATION_BACKENDS = [
    "anleitung.accounts.log_ins.AddressLimit",
    "axes.backends.AxesStandaloneBackend",
    "django.contrib.auth.backends.ModelBackend",
]
PASSWORD_HASHERS = [
    "django.contrib.auth.hashers.Argon2PasswordHasher",
    "django.contrib.auth.hashers.PBKDF2PasswordHasher",
]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator"},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]
LOGIN_URL = "/login"
LOGIN_REDIRECT_URL = "/c/"
LOGOUT_REDIRECT_URL = "/"
AXES_FAILURE_LIMIT = 8
AXES_COOLOFF_TIME = 0.25  # hours
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_VERBOSE = False
AXES_CLIENT_IP_CALLABLE = "anleitung.limits.addresses.axes_address"
AXES_RESET_ON_SUCCESS = True
AXES_WHITELIST_CALLABLE = "anleitung.accounts.log_ins.not_by_name"
AXES_LOCKOUT_TEMPLATE = "reader/locked.html"
# Failed log-ins from one address, whatever the names, in an hour; somebody known to this browser is
# not held back by others who share the address.
LOG_INS_PER_ADDRESS = int(os.environ.get("ANLEITUNG_LOG_INS_PER_ADDRESS", "40"))
# Records of log-ins (who, when, from where) are kept for so many days and then deleted.
KEEP_LOG_IN_DAYS = int(os.environ.get("ANLEITUNG_KEEP_LOG_IN_DAYS", "30"))

# Mails are written to files by default, where an administrator reads them on a page; a site that
# sends them names its own backend and host.
EMAIL_BACKEND = os.environ.get(
    "ANLEITUNG_EMAIL_BACKEND", "django.core.mail.backends.filebased.EmailBackend"
)
EMAIL_FILE_PATH = DATA / "mails"
EMAIL_HOST = os.environ.get("ANLEITUNG_EMAIL_HOST", "localhost")
DEFAULT_FROM_EMAIL = os.environ.get("ANLEITUNG_EMAIL_FROM", "anleitung@localhost")
# How readers reach the site, for links in mails that no request stands behind.
SITE_ADDRESS = os.environ.get("ANLEITUNG_SITE_ADDRESS", "http://127.0.0.1:8000")
PASSWORD_RESET_TIMEOUT = 3_600  # seconds
OTP_TOTP_ISSUER = "Anleitung"

# The workbench speaks English; pages of readers speak as they ask for (reader/language.py).
LANGUAGE_CODE = "en"
LANGUAGES = [("en", "English"), ("de", "Deutsch")]
USE_I18N = True
LOCALE_PATHS = [HOME / "anleitung" / "locale"]
FORMAT_MODULE_PATH = ["anleitung.site.formats"]
USE_TZ = True
TIME_ZONE = "UTC"

STATIC_URL = "/static/"
STATIC_ROOT = DATA / "static"
STATICFILES_DIRS = [WEB] if WEB.is_dir() else []
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    # The build names every file by its content, so it needs no second hash.
    "staticfiles": {"BACKEND": "whitenoise.storage.CompressedStaticFilesStorage"},
}
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/static/assets/.+-[A-Za-z0-9_-]{8}\."

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        "script-src": [SELF],
        "style-src": [SELF],
        "img-src": [SELF, "data:"],
        "font-src": [SELF],
        "connect-src": [SELF],
        "worker-src": [SELF],
        "form-action": [SELF],
        "frame-src": [SELF],
        "frame-ancestors": [NONE],
        "base-uri": [NONE],
    }
}
X_FRAME_OPTIONS = "DENY"
SECURE_REFERRER_POLICY = "same-origin"
SECURE_CONTENT_TYPE_NOSNIFF = True
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = SECURE
# In production form everything goes over TLS: what comes without is redirected, and browsers are
# told to keep to it for a year. The scheme is believed of named proxies only (site/proxies.py).
SECURE_SSL_REDIRECT = SECURE
SECURE_HSTS_SECONDS = 31_536_000 if SECURE else 0
SECURE_HSTS_INCLUDE_SUBDOMAINS = SECURE_HSTS_PRELOAD = False
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
SESSION_COOKIE_SAMESITE = CSRF_COOKIE_SAMESITE = "Lax"

# A bundle is at most 5 MB; a little room for the form around it.
DATA_UPLOAD_MAX_MEMORY_SIZE = 5_500_000
FILE_UPLOAD_MAX_MEMORY_SIZE = 5_500_000
DATA_UPLOAD_MAX_NUMBER_FIELDS = 200

# Work in the background: kept in the database, done by one worker (manage.py run_worker).
TASKS = {"default": {"BACKEND": "django_tasks_db.DatabaseBackend", "QUEUES": ["default", "jobs"]}}
# Jobs of one person in an hour; how long a request waits for one before it says that it is under
# way; and whether there is no worker, so that the request does the work itself (tests).
JOBS_PER_HOUR = int(os.environ.get("ANLEITUNG_JOBS_PER_HOUR", "300"))
JOB_PATIENCE = float(os.environ.get("ANLEITUNG_JOB_PATIENCE", "1.0"))
JOBS_INLINE = os.environ.get("ANLEITUNG_JOBS_INLINE", "") == "1"
# Looks at sources at the same moment, in all and at one host.
WATCH_AT_ONCE = int(os.environ.get("ANLEITUNG_WATCH_AT_ONCE", "8"))
WATCH_AT_ONCE_PER_HOST = int(os.environ.get("ANLEITUNG_WATCH_AT_ONCE_PER_HOST", "4"))
# Host names that are served by the shipped stand-in, as name=port,name=port: the only way for the
# watch to an address on this machine.
STAND_INS = {
    name: ("127.0.0.1", int(port))
    for name, _, port in (
        each.partition("=") for each in os.environ.get("ANLEITUNG_STAND_INS", "").split(",") if each
    )
}

# Reports of one network address in one hour, and of all in one hour.
REPORTS_PER_ADDRESS = int(os.environ.get("ANLEITUNG_REPORTS_PER_ADDRESS", "20"))
MATCHES_PER_ADDRESS = int(os.environ.get("ANLEITUNG_MATCHES_PER_ADDRESS", "300"))
# Comparisons of choices that are worked out anew for one address in an hour.
CHOICES_PER_ADDRESS = int(os.environ.get("ANLEITUNG_CHOICES_PER_ADDRESS", "120"))
REPORTS_PER_HOUR = int(os.environ.get("ANLEITUNG_REPORTS_PER_HOUR", "600"))

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
}
CSRF_FAILURE_VIEW = "anleitung.reader.problems.csrf_failed"
