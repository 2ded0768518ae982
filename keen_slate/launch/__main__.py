"""Start everything, print the address, and stop on Ctrl-C what was started here: ``python -m keen_slate.launch``."""

import argparse
import os
import signal
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from pathlib import Path
from types import FrameType

from keen_slate.launch.cluster import Cluster, ClusterTrouble, free_port
from keen_slate.services.demo import load_demo
from keen_slate.store.database import Database

ROOT = Path(__file__).parents[2]
LOCAL = ROOT / ".local"
USUAL_PORT = 8470


def main() -> int:
    parser = argparse.ArgumentParser(prog="./start", description="Start Keen Slate on this machine.")
    parser.add_argument("--port", type=int, help=f"the port to serve on (usually {USUAL_PORT}, or the next free one)")
    parser.add_argument("--no-demo", action="store_true", help="start without the demo data")
    options = parser.parse_args()
    signal.signal(signal.SIGTERM, _stop)
    signal.signal(signal.SIGINT, _stop)
    if options.port is not None and not _is_free(options.port):
        print(f"Port {options.port} is in use. Choose another with --port, or leave it out.", file=sys.stderr)
        return 2
    port = options.port or (USUAL_PORT if _is_free(USUAL_PORT) else free_port())
    cluster: Cluster | None = None
    started: list[subprocess.Popen[bytes]] = []
    try:
        url = os.environ.get("DATABASE_URL")
        if not url:
            cluster = Cluster(LOCAL / "cluster")
            cluster.start()
            url = cluster.url
        database = Database(url)
        database.migrate()
        if not options.no_demo:
            load_demo(database)
        server = serve(port, url, LOCAL / "logs")
        started += [server, start_worker(url, LOCAL / "logs")]
        address = f"http://127.0.0.1:{port}/"
        wait_until_healthy(address, server)
        print(f"Logs: {LOCAL / 'logs'}. Ctrl-C stops Keen Slate.\nKeen Slate is ready: {address}", flush=True)
        return server.wait()
    except KeyboardInterrupt:
        return 0
    except (ClusterTrouble, ValueError) as trouble:
        print(trouble, file=sys.stderr)
        return 1
    finally:
        for process in started:
            if process.poll() is None:
                process.terminate()
        for process in started:
            process.wait(timeout=20)
        if cluster is not None:
            cluster.stop()


def serve(port: int, database_url: str, logs: Path, workers: int = 2) -> subprocess.Popen[bytes]:
    """gunicorn in its own session, so that a Ctrl-C reaches only the launcher, which then stops it in order."""
    logs.mkdir(parents=True, exist_ok=True)
    return subprocess.Popen(
        [
            sys.executable, "-m", "gunicorn", "--bind", f"127.0.0.1:{port}", "--workers", str(workers),
            "--threads", "4", "--no-control-socket", "--log-level", "warning", "--worker-tmp-dir", "/dev/shm",
            "--access-logfile", str(logs / "requests.log"),
            "--access-logformat", '%(t)s %(m)s %(U)s %(s)s %(B)s %(M)sms',
            "--error-logfile", str(logs / "server.log"), "--capture-output", "keen_slate.web.app:create_lasting_app()",
        ],
        cwd=ROOT, env=os.environ | {"DATABASE_URL": database_url}, start_new_session=True,
    )  # fmt: skip


def start_worker(database_url: str, logs: Path) -> subprocess.Popen[bytes]:
    """The worker that makes handouts, in its own session too."""
    logs.mkdir(parents=True, exist_ok=True)
    with (logs / "worker.log").open("ab") as log:
        return subprocess.Popen(
            [sys.executable, "-m", "keen_slate.worker"],
            cwd=ROOT, env=os.environ | {"DATABASE_URL": database_url}, start_new_session=True,
            stdout=log, stderr=log,
        )  # fmt: skip


def wait_until_healthy(address: str, server: subprocess.Popen[bytes]) -> None:
    """Raises ClusterTrouble when the server ends or stays silent for half a minute."""
    for _ in range(300):
        if server.poll() is not None:
            break
        try:
            with urllib.request.urlopen(f"{address}healthz", timeout=2) as response:
                if response.status == 200:
                    return
        except (urllib.error.URLError, ConnectionError, TimeoutError):
            time.sleep(0.1)
    raise ClusterTrouble(f"The web server did not start. Its log is {LOCAL / 'logs' / 'server.log'}.")


def _is_free(port: int) -> bool:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError:
            return False
    return True


def _stop(_signum: int, _frame: FrameType | None) -> None:
    raise KeyboardInterrupt


if __name__ == "__main__":
    sys.exit(main())
