"""HTML set as a PDF, with the fonts that ship with the page and nothing from anywhere else."""

from pathlib import Path

from django.conf import settings
from weasyprint import HTML
from weasyprint.urls import URLFetcher, URLFetcherResponse


class _Shipped(URLFetcher):  # type: ignore[misc]
    """`asset:name` is a font of the built front end, and `data:` what stands in the page itself;
    any other address is refused."""

    def fetch(self, url: str, headers: object = None) -> URLFetcherResponse:
        scheme, _, name = url.partition(":")
        if scheme == "data":
            return super().fetch(url, headers)
        found = sorted(Path(settings.WEB_BUILT).glob(f"assets/{Path(name).name}-*.woff2"))
        if scheme != "asset" or not found:
            raise ValueError(f"{url} does not ship with the page.")
        return URLFetcherResponse(url, found[0].read_bytes(), {"Content-Type": "font/woff2"})


def typeset(html: str) -> bytes:
    """The pages as a tagged PDF."""
    pdf: bytes = HTML(string=html, url_fetcher=_Shipped()).write_pdf(pdf_tags=True)
    return pdf
