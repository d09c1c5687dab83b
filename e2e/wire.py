"""A wire between the browser and the studio, which can be cut and mended."""

from __future__ import annotations

import contextlib
import socket
import threading


class Wire:
    """Passes bytes between a port of its own and another; while it is cut, nobody answers at its port."""

    def __init__(self, port: int) -> None:
        self._to = port
        self._ends: list[socket.socket] = []
        with socket.socket() as free:
            free.bind(("localhost", 0))
            self.port = free.getsockname()[1]
        self.mend()

    def mend(self) -> None:
        """Let what comes through."""
        self._door = socket.create_server(("localhost", self.port), reuse_port=True)
        threading.Thread(target=self._accept, args=(self._door,), daemon=True).start()

    def cut(self) -> None:
        """Break every connection, and take none."""
        for one in (self._door, *self._ends):
            with contextlib.suppress(OSError):
                one.shutdown(socket.SHUT_RDWR)
            one.close()
        self._ends.clear()

    def _accept(self, door: socket.socket) -> None:
        with contextlib.suppress(OSError):
            while True:
                near, _ = door.accept()
                far = socket.create_connection(("localhost", self._to))
                self._ends += [near, far]
                for ends in ((near, far), (far, near)):
                    threading.Thread(target=self._pass, args=ends, daemon=True).start()

    def _pass(self, source: socket.socket, sink: socket.socket) -> None:
        with contextlib.suppress(OSError):
            while data := source.recv(65_536):
                sink.sendall(data)
            sink.shutdown(socket.SHUT_WR)
