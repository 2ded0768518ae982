"""A web process: ``python -m keen_slate.web`` serves on a port, or on a socket that was opened for it.

Whole requests are read before a thread is given to one, so that slow and silent connections hold up nobody. Any number
of these run beside each other on one database, on this machine and others.
"""

import argparse
import logging
import os
import socket
import sys

from waitress.server import create_server

from keen_slate.processes import end_with
from keen_slate.services.desk import House
from keen_slate.web.app import create_lasting_app
from keen_slate.web.premises import BadPremises, Premises, is_loopback
from keen_slate.web.requests_log import RequestsLog
from keen_slate.web.watchdog import Watchdog

THREADS = 4
MOST_CONNECTIONS = 800
SILENT_FOR = 30
"""Seconds after which a connection that says nothing is closed."""

LARGEST_BODY = 64_000_000
"""Bytes: an archive of all of a teacher's work. What a route takes is told by the application."""


def main() -> int:
    parser = argparse.ArgumentParser(prog="python -m keen_slate.web", description="Serve Keen Slate.")
    parser.add_argument("--port", type=int, default=8470)
    parser.add_argument("--host", default="127.0.0.1", help="the address to serve on; beyond loopback only in a school")
    parser.add_argument("--fd", type=int, help="an open socket to serve on instead")
    parser.add_argument("--proxy", default="", help="the address of the proxy whose X-Forwarded headers count")
    parser.add_argument("--parent", type=int, default=0, help="end when this process is gone")
    options = parser.parse_args()
    logging.basicConfig(level=logging.INFO, format="%(asctime)s %(name)s %(levelname)s %(message)s")
    logging.getLogger("alembic").setLevel(logging.WARNING)
    try:
        premises = Premises.from_environment()
        if not premises.school and options.fd is None and not is_loopback(options.host):
            raise BadPremises("Beyond this machine Keen Slate serves a school only. Start it with --school.")
        url = os.environ.get("DATABASE_URL")
        if not url:
            raise BadPremises("Set DATABASE_URL to the address of a PostgreSQL database, or use ./start.")
        application = create_lasting_app(House(url), premises)
    except ValueError as trouble:
        print(trouble, file=sys.stderr)
        return 2
    if options.fd is not None:
        opened = socket.socket(fileno=options.fd)
    else:
        opened = socket.create_server((options.host, options.port), backlog=512, reuse_port=True)
    if options.parent:
        end_with(options.parent, lambda: os._exit(0))
    proxy = (
        {"trusted_proxy": options.proxy, "trusted_proxy_headers": {"x-forwarded-for", "x-forwarded-proto"}}
        if options.proxy
        else {}
    )
    server = create_server(
        RequestsLog(Watchdog(application)),
        sockets=[opened],
        threads=THREADS,
        connection_limit=MOST_CONNECTIONS,
        channel_timeout=SILENT_FOR,
        cleanup_interval=5,
        asyncore_use_poll=True,
        max_request_body_size=LARGEST_BODY,
        max_request_header_size=32_768,
        clear_untrusted_proxy_headers=True,
        ident="",
        **proxy,
    )
    server.run()
    return 0


if __name__ == "__main__":
    sys.exit(main())
