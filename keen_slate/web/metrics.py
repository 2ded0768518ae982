"""What whoever runs this watches: how many requests, how long they took, and what waits. Nothing of anybody's work.

Told at ``/metrics`` to whoever sends the key of ``KEEN_SLATE_METRICS_KEY`` as a bearer token; without such a key there
is no such address. With ``PROMETHEUS_MULTIPROC_DIR`` the processes of one machine are told together.
"""

import hmac
import os
import time

from apiflask import APIFlask
from flask import Response, abort, g, request
from prometheus_client import CONTENT_TYPE_LATEST, CollectorRegistry, Counter, Gauge, Histogram, generate_latest
from prometheus_client.multiprocess import MultiProcessCollector

from keen_slate.services.desk import House

REQUESTS = Counter("keen_slate_requests_total", "Requests answered", ("method", "route", "status"))
SECONDS = Histogram(
    "keen_slate_request_seconds",
    "Time until a request was answered",
    ("route",),
    buckets=(0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10),
)


def measure(app: APIFlask, house: House) -> None:
    key = os.environ.get("KEEN_SLATE_METRICS_KEY", "")

    @app.before_request
    def begin() -> None:
        g.began = time.perf_counter()

    @app.after_request
    def end(response: Response) -> Response:
        route = str(request.url_rule or "none")
        REQUESTS.labels(request.method, route, response.status_code).inc()
        if "began" in g:
            SECONDS.labels(route).observe(time.perf_counter() - g.began)
        return response

    @app.get("/metrics")
    @app.doc(hide=True)
    def metrics() -> Response:
        given = request.headers.get("Authorization", "").removeprefix("Bearer ")
        if not key or not hmac.compare_digest(given.encode(), key.encode()):
            abort(404)
        return Response(_counted() + _waiting(house), content_type=CONTENT_TYPE_LATEST)


def _counted() -> bytes:
    if "PROMETHEUS_MULTIPROC_DIR" not in os.environ:
        return generate_latest()
    registry = CollectorRegistry()
    MultiProcessCollector(registry)  # type: ignore[no-untyped-call]
    return generate_latest(registry)


def _waiting(house: House) -> bytes:
    """Asked of the database when it is told, so that every server says the same."""
    registry = CollectorRegistry()
    up = Gauge("keen_slate_database_up", "Whether the database answers", registry=registry)
    up.set(house.trouble() is None)
    waiting = Gauge("keen_slate_jobs_waiting", "Jobs that wait in a queue", ("queue",), registry=registry)
    oldest = Gauge("keen_slate_oldest_job_seconds", "How long the oldest has waited", ("queue",), registry=registry)
    for queue, (count, seconds) in house.waiting().items():
        waiting.labels(queue).set(count)
        oldest.labels(queue).set(seconds)
    return generate_latest(registry)
