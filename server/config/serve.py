"""The web server: whole requests reach the workers, however slowly they arrive.

    python -m server.config.serve PORT WORKERS

waitress reads and writes every socket by itself and hands a thread nothing but finished
requests, so slow senders hold no thread. A few such processes share one listening socket.
"""

import gc
import os
import signal
import socket
import sys
import threading
import time
from types import FrameType

import waitress

_THREADS = 4
# Sockets open at once in a process, and how long a silent one is kept, s.
_MOST_SOCKETS, _SILENT_S = 1000, 60
# A picture, and its form around it.
_MOST_BYTES = 41_000_000


def _listening(port: int) -> socket.socket:
    sock = socket.socket()
    sock.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    sock.bind(("127.0.0.1", port))
    sock.listen(1024)
    sock.setblocking(False)
    return sock


def _end_with(parent: int) -> None:
    """Waits until the process that began this one is gone, however that came, and ends too."""
    while os.getppid() == parent:
        time.sleep(1)
    os._exit(0)


def _work(sock: socket.socket, parent: int) -> None:
    from server.config.wsgi import application

    threading.Thread(target=_end_with, args=(parent,), daemon=True).start()
    signal.signal(signal.SIGTERM, lambda *_: os._exit(0))
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    waitress.serve(
        application,
        sockets=[sock],
        threads=_THREADS,
        connection_limit=_MOST_SOCKETS,
        channel_timeout=_SILENT_S,
        cleanup_interval=10,
        max_request_body_size=_MOST_BYTES,
        asyncore_use_poll=True,
        ident=None,
        # A proxy in front says how it was reached; only its word on TLS is used, by settings.
        clear_untrusted_proxy_headers=False,
        _quiet=True,
    )


def _fork(sock: socket.socket) -> int:
    parent = os.getpid()
    pid = os.fork()
    if pid == 0:
        try:
            _work(sock, parent)
        finally:
            os._exit(1)
    return pid


def main(port: int, workers: int) -> int:
    """Serve until told to stop; a worker that dies is replaced."""
    # Loaded once, and shared by the workers; the addresses after the application they are of.
    import server.config.wsgi  # noqa: I001
    import server.config.urls  # noqa: F401

    # What is loaded stays: walking through it for garbage takes a tenth of a second each time.
    gc.collect()
    gc.freeze()
    # With nothing old left to compare with, one answer over ten years is walked ten times over.
    gc.set_threshold(50_000, 20, 20)
    sock = _listening(port)
    pids = {_fork(sock) for _ in range(workers)}

    def stop(signum: int, frame: FrameType | None) -> None:
        for pid in pids:
            os.kill(pid, signal.SIGTERM)
        os._exit(0)

    signal.signal(signal.SIGTERM, stop)
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    while True:
        pid, _ = os.wait()
        pids.discard(pid)
        # Not in a tight circle, should it die at once.
        time.sleep(0.5)
        pids.add(_fork(sock))


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1]), int(sys.argv[2])))
