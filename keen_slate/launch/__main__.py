"""Start everything, keep it running, print the address, and stop on Ctrl-C what was started here:
``python -m keen_slate.launch``. Also a fresh address, and backups."""

import argparse
import os
import signal
import sys
from pathlib import Path
from types import FrameType

from keen_slate.faults import BadAddress, DatabaseUnavailable, NewerDatabase
from keen_slate.launch.backing_up import back_up, put_back
from keen_slate.launch.cluster import ClusterTrouble
from keen_slate.launch.home import AlreadyRuns, DoesNotRun, Home
from keen_slate.launch.installation import USUAL_PORT, Installation, Options, PortInUse, told_address
from keen_slate.web.premises import BadPremises

TROUBLE = (
    AlreadyRuns, BadAddress, BadPremises, ClusterTrouble, DatabaseUnavailable, DoesNotRun, NewerDatabase, PortInUse,
)  # fmt: skip


def main() -> int:
    options = _parser().parse_args()
    for number in (signal.SIGTERM, signal.SIGINT, signal.SIGHUP):
        signal.signal(number, _stop)
    home = Home.usual()
    try:
        match options.verb:
            case "address":
                print(*told_address(home.note()), sep="\n")
            case "backup":
                print(back_up(home, options.file))
            case "restore":
                print(put_back(home, options.file))
            case _:
                _run(home, options)
    except KeyboardInterrupt:
        return 0
    except TROUBLE as trouble:
        print(trouble, file=sys.stderr)
        return 2 if isinstance(trouble, (PortInUse, AlreadyRuns)) else 1
    return 0


def _run(home: Home, options: argparse.Namespace) -> None:
    wanted = Options(
        port=options.port,
        host=options.host,
        demo=not options.no_demo,
        school=options.school,
        address=options.address,
        proxy=options.proxy,
        stand_in=options.stand_in_sign_on,
    )
    installation = Installation(home, wanted)
    try:
        installation.start()
        print(f"Logs: {home.logs}. Ctrl-C stops Keen Slate.", flush=True)
        for line in installation.greeting():
            print(line, flush=True)
        installation.watch()
    finally:
        # Once it is being stopped it is stopped whole.
        for number in (signal.SIGTERM, signal.SIGINT, signal.SIGHUP):
            signal.signal(number, signal.SIG_IGN)
        installation.stop()


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(
        prog="./start",
        description="Start Keen Slate on this machine; or ./start address for a fresh address of the one that runs, "
        "./start backup FILE and ./start restore FILE for all of its data.",
    )
    parser.add_argument("--port", type=int, help=f"the port to serve on (usually {USUAL_PORT}, or the next free one)")
    parser.add_argument("--no-demo", action="store_true", help="start without the demo data")
    parser.add_argument("--school", action="store_true", help="teachers sign in; without it this is one's own desk")
    parser.add_argument("--host", default="127.0.0.1", help="where to serve; beyond this machine with --school")
    parser.add_argument("--address", default="", help="what browsers know it by, such as https://slate.school.example")
    parser.add_argument("--proxy", default="", help="the address of the proxy in front of it")
    parser.add_argument(
        "--stand-in-sign-on", action="store_true", help="with --school: a made-up sign-on of the school, to try it"
    )
    verbs = parser.add_subparsers(dest="verb", metavar="")
    verbs.add_parser("address", help="print a fresh address, for another browser")
    for verb, help in (("backup", "write all data into a file"), ("restore", "put back what a backup holds")):
        verbs.add_parser(verb, help=help).add_argument("file", type=Path)
    return parser


def _stop(_signum: int, _frame: FrameType | None) -> None:
    raise KeyboardInterrupt


if __name__ == "__main__":
    os.umask(0o077)
    sys.exit(main())
