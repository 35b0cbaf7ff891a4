"""A product service with the shape of an open food-data API, over products made up for it.

    python -m simulated.product_service PORT

GET /api/v2/product/CODE.json answers {"status": 1, "product": {…}}, or 404 with status 0. Three
codes behave as services do on a bad day: one answers late, one with an error, one with no JSON.
"""

import json
import sys
import time
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path

_DATA = json.loads(Path(__file__).with_name("products.json").read_text("utf-8"))
PRODUCTS = {product["code"]: product for product in _DATA["products"]}
SLOW, BROKEN, GIBBERISH = (_DATA["special"][key] for key in ("slow", "broken", "gibberish"))
_LATE_S = 20.0
_PATH = "/api/v2/product/"


class _Handler(BaseHTTPRequestHandler):
    def do_GET(self) -> None:
        code = self.path.removeprefix(_PATH).removesuffix(".json")
        if code == SLOW:
            time.sleep(_LATE_S)
        if code == BROKEN:
            self._answer(500, b"the database is away")
        elif code == GIBBERISH:
            self._answer(200, b"<html>maintenance</html>")
        elif self.path.startswith(_PATH) and code in PRODUCTS:
            body = {"code": code, "status": 1, "product": PRODUCTS[code]}
            self._answer(200, json.dumps(body).encode())
        else:
            self._answer(404, json.dumps({"code": code, "status": 0}).encode())

    def _answer(self, status: int, body: bytes) -> None:
        try:
            self.send_response(status)
            self.send_header("Content-Type", "application/json")
            self.send_header("Content-Length", str(len(body)))
            self.end_headers()
            self.wfile.write(body)
        except OSError:
            # Nobody waited so long.
            self.close_connection = True

    def log_message(self, format: str, *args: object) -> None:
        """Quiet."""


def serve(port: int) -> ThreadingHTTPServer:
    """The service on loopback; `port` 0 takes a free one."""
    server = ThreadingHTTPServer(("127.0.0.1", port), _Handler)
    server.daemon_threads = True
    return server


if __name__ == "__main__":
    serve(int(sys.argv[1])).serve_forever()
