"""Django's settings. What differs between machines comes from the environment."""

from datetime import timedelta
from pathlib import Path

import environ
from csp.constants import NONCE, SELF

ROOT = Path(__file__).resolve().parents[2]
WEB_BUILT = ROOT / "web" / "dist"

env = environ.Env()

SECRET_KEY = env.str("AMBER_SECRET_KEY")
DEBUG = False
ALLOWED_HOSTS = env.list("AMBER_HOSTS", default=["127.0.0.1", "localhost"])
# Offer the demo kitchen, and load it once.
AMBER_DEMO = env.bool("AMBER_DEMO", default=False)

DATABASES = {
    "default": {
        **env.db_url("AMBER_DATABASE_URL"),
        # Reconnecting each time would triple the time of a small request.
        "CONN_MAX_AGE": 60,
        "CONN_HEALTH_CHECKS": True,
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "axes",
    "csp",
    "ninja",
    "server.accounts",
    "server.shelf",
    "server.jugs",
    "server.finishing",
    "server.cellar",
    "server.practice",
    "server.probes",
    "server.today",
    "server.demo",
]

MIDDLEWARE = [
    "server.config.plain.PlainMiddleware",
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.middleware.gzip.GZipMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "csp.middleware.CSPMiddleware",
    "server.accounts.once.OnceMiddleware",
    "server.jugs.middleware.RenewMiddleware",
]
AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "django.contrib.auth.backends.ModelBackend",
]
# Guessing a password: so many tries for one name from one address, then a pause.
# Its middleware would answer with a page of its own; ours is a sentence (see sign_in).
SILENCED_SYSTEM_CHECKS = ["axes.W002"]
AXES_FAILURE_LIMIT = 10
AXES_COOLOFF_TIME = timedelta(minutes=15)
# One name from one address, or many names from it; a device known to an account is not kept out.
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"], "ip_address"]
AXES_WHITELIST_CALLABLE = "server.accounts.known_devices.is_known"
AXES_CLIENT_IP_CALLABLE = "server.accounts.address.address_of"
# Whoever goes on guessing makes nobody's pause longer, and an account of one's own ends none.
AXES_RESET_COOL_OFF_ON_FAILURE_DURING_LOCKOUT = False
AXES_RESET_ON_SUCCESS = False
AXES_ENABLE_ADMIN = False
AXES_VERBOSE = False
AXES_DISABLE_ACCESS_LOG = True

ROOT_URLCONF = "server.config.urls"
WSGI_APPLICATION = "server.config.wsgi.application"
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [WEB_BUILT],
        "APP_DIRS": True,
        "OPTIONS": {"context_processors": ["csp.context_processors.nonce"]},
    }
]

AUTH_USER_MODEL = "accounts.Account"
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}"}
    for name in ("MinimumLengthValidator", "CommonPasswordValidator")
]

LANGUAGE_CODE = "en-gb"
USE_TZ = True
TIME_ZONE = "UTC"

STATIC_URL = "/static/"
STATICFILES_DIRS = [WEB_BUILT] if WEB_BUILT.is_dir() else []
WHITENOISE_USE_FINDERS = True
WHITENOISE_AUTOREFRESH = False
# Vite puts a hash of its contents in each name.
WHITENOISE_IMMUTABLE_FILE_TEST = r"^.+-[\w-]{8}\.\w+$"

DATA_UPLOAD_MAX_MEMORY_SIZE = 1024 * 1024
FILE_UPLOAD_HANDLERS = ["server.config.uploads.CappedUploadHandler"]

# Where barcodes are looked up; empty: nowhere.
AMBER_PRODUCT_SERVICE = env.str("AMBER_PRODUCT_SERVICE", default="").rstrip("/")

# Proxies in front, as addresses or networks: who asks is read from them, and from nobody else.
AMBER_TRUSTED_PROXIES = env.list("AMBER_TRUSTED_PROXIES", default=[])
# Served over TLS by a proxy in front: AMBER_TLS=1.
_TLS = env.bool("AMBER_TLS", default=False)
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = SECURE_SSL_REDIRECT = _TLS
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https") if _TLS else None
CSRF_TRUSTED_ORIGINS = env.list("AMBER_ORIGINS", default=[])
SESSION_COOKIE_SAMESITE = CSRF_COOKIE_SAMESITE = "Lax"
X_FRAME_OPTIONS = "DENY"

# Everything ships with the app: the page asks no other host for anything. The style sheets
# that Chakra makes at run time carry the page's nonce.
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [SELF],
        "style-src": [SELF, NONCE],
        "img-src": [SELF, "data:"],
        "object-src": ["'none'"],
        "base-uri": ["'none'"],
        "form-action": [SELF],
        "frame-ancestors": ["'none'"],
    }
}

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"stderr": {"class": "logging.StreamHandler"}},
    "loggers": {
        "django.request": {"handlers": ["stderr"], "level": "ERROR"},
        # A wrong password is no news.
        "axes": {"handlers": ["stderr"], "level": "ERROR", "propagate": False},
    },
}
