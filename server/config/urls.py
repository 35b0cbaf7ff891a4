"""The API under /api/, the page everywhere else."""

from django.conf import settings
from django.http import FileResponse, HttpRequest
from django.urls import path, re_path
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.generic import TemplateView

from server.config.api import api

page = never_cache(ensure_csrf_cookie(TemplateView.as_view(template_name="index.html")))


@never_cache
def worker(request: HttpRequest) -> FileResponse:
    """The service worker: it looks after every place, so it lies above them all."""
    script = settings.WEB_BUILT / "sw.js"
    return FileResponse(script.open("rb"), content_type="text/javascript")


handler500 = "server.config.away.broken"
urlpatterns = [
    path("sw.js", worker),
    path("api/", api.urls),
    # The router in the browser knows the places; static files and the API never fall here.
    re_path(r"^(?!api/|static/).*$", page),
]
