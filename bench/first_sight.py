"""The way to the first working: ``python -m bench.first_sight [TIMES]``.

The application as ./start runs it, on a database of its own, and headless Chromium with an empty cache each time:
behind a connection of 1.6 Mbit/s and 150 ms (emulated by the browser, each request by itself), then on a processor
slowed 4 times. ``/work?problem=6 1/4 - 2 5/6`` is opened; what counts is when its working stands there, and what was
transferred until then and until nothing more comes. Beside it, as the measures of the machine, an answer of a few bytes
and a fixed piece of script.
Signing in is left out: the browser has its cookie.
"""

import statistics
import sys
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

from playwright.sync_api import Browser, sync_playwright

from keen_slate.services.desk import House
from tests.browser.driving import CHROMIUM
from tests.support.cluster import fresh_database, test_cluster
from tests.support.served import Running

BYTES_A_SECOND = 1_600_000 / 8
CONNECTION = {
    "offline": False, "latency": 150, "downloadThroughput": BYTES_A_SECOND, "uploadThroughput": BYTES_A_SECOND,
}  # fmt: skip
SLOWED = 4
ADDRESS = "/work?problem=6%201%2F4%20-%202%205%2F6"
SEEN = """() => {
  window.seen = 0; window.blocked = 0
  new PerformanceObserver(l => { for (const e of l.getEntries()) window.blocked += Math.max(0, e.duration - 50) })
    .observe({ type: 'longtask', buffered: true })
  const look = () => document.querySelector('.working .board, .working .line:nth-of-type(3)')
    ? (window.seen = performance.now()) : requestAnimationFrame(look)
  requestAnimationFrame(look)
}"""

FIXED = """() => {
  const began = performance.now()
  let x = 0
  for (let i = 0; i < 5e6; i++) x = (x * 31 + i) % 1000003
  return x < 0 ? 0 : performance.now() - began
}"""
"""A piece of script that is always the same: the measure of a processor, which is not always as quick."""


def opened(browser: Browser, key: str, address: str, *, connection: bool, slowed: bool) -> dict[str, float]:
    """One visit: milliseconds until the working is seen, bytes until then and in all, milliseconds blocked."""
    context = browser.new_context(viewport={"width": 1280, "height": 800})
    context.request.get(key)
    context.add_init_script("localStorage.setItem('keen-slate:visited', '1')")
    context.add_init_script(f"({SEEN})()")
    page = context.new_page()
    tools = context.new_cdp_session(page)
    tools.send("Network.enable")
    if connection:
        tools.send("Network.emulateNetworkConditions", CONNECTION)
    if slowed:
        tools.send("Emulation.setCPUThrottlingRate", {"rate": SLOWED})
    arrived: list[tuple[float, float]] = []
    begun: list[float] = []
    tools.on("Network.requestWillBeSent", lambda e: begun.append(e["timestamp"]))
    tools.on("Network.loadingFinished", lambda e: arrived.append((e["timestamp"], e["encodedDataLength"])))
    page.goto(address)
    page.wait_for_selector(".working .board, .working .line:nth-of-type(3)")
    page.wait_for_load_state("networkidle")
    found: dict[str, Any] = page.evaluate("() => ({ seen: window.seen, blocked: window.blocked })")
    fixed = float(page.evaluate(FIXED))
    until = begun[0] + found["seen"] / 1000
    told = {
        "seen": found["seen"],
        "blocked": found["blocked"],
        "fixed": fixed,
        "before": sum(size for at, size in arrived if at <= until),
        "all": sum(size for _, size in arrived),
    }
    context.close()
    return told


def empty(browser: Browser, key: str, address: str) -> float:
    """Milliseconds until an answer of a few bytes has arrived, behind the same connection."""
    context = browser.new_context()
    context.request.get(key)
    page = context.new_page()
    tools = context.new_cdp_session(page)
    tools.send("Network.enable")
    tools.send("Network.emulateNetworkConditions", CONNECTION)
    page.goto(address)
    taken = float(page.evaluate("() => performance.getEntriesByType('navigation')[0].responseEnd"))
    context.close()
    return taken


def main(times: int) -> None:
    with test_cluster(), fresh_database() as url, TemporaryDirectory() as logs, sync_playwright() as playwright:
        running, house = Running(url, Path(logs)), House(url)
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox"])
        try:

            def visits(**how: bool) -> list[dict[str, float]]:
                keys = [f"{running.address}/enter?key={house.entry.desk_key()}" for _ in range(times)]
                return [opened(browser, key, running.address + ADDRESS, **how) for key in keys]

            keys = [f"{running.address}/enter?key={house.entry.desk_key()}" for _ in range(times)]
            bare = [empty(browser, key, f"{running.address}/healthz") for key in keys]
            slow, blocked = visits(connection=True, slowed=False), visits(connection=False, slowed=True)

            def told(name: str, found: list[float], unit: str, share: float = 1.0) -> None:
                found = sorted(n / share for n in found)
                p95 = found[min(len(found) - 1, round(0.95 * len(found)))]
                print(f"{name:46} p50 {statistics.median(found):8.1f} {unit}, p95 {p95:8.1f} {unit}  (n {len(found)})")

            told("an empty answer", bare, "ms")
            told("the first working is seen", [v["seen"] for v in slow], "ms")
            told("  in empty answers", [v["seen"] for v in slow], "times", statistics.median(bare))
            told("transferred before it", [v["before"] for v in slow], "kB", 1000)
            told("transferred in all", [v["all"] for v in slow], "kB", 1000)
            told(f"blocked, {SLOWED} times slowed", [v["blocked"] for v in blocked], "ms")
            told("  a fixed piece of script, slowed alike", [v["fixed"] for v in blocked], "ms")
        finally:
            browser.close()
            house.database.engine.dispose()
            running.close()


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 5)
