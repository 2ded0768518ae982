"""The core without the web: ``python -m keen_slate work --json`` and ``python -m keen_slate schools``."""

import signal
import sys

from keen_slate.command_line.main import main

signal.signal(signal.SIGPIPE, signal.SIG_DFL)  # a reader that has seen enough, such as head, ends the run quietly
sys.exit(main(sys.argv[1:], sys.stdin, sys.stdout))
