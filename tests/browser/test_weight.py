"""How light the interface is: what it loads at first, and how soon an answer that has arrived is seen."""

import gzip
import re
from pathlib import Path
from urllib.parse import unquote, urlparse

from playwright.sync_api import Response, Route, expect

from tests.browser.driving import BrowserTest

DIST = Path(__file__).parents[2] / "frontend" / "dist"
LARGEST_SCRIPTS = 250_000  # bytes, gzipped

# Counts the frames drawn between the arrival of a preview and the first change of the line that shows it.
WATCH = """
{
  window.frames_waited = []
  const ask = window.fetch
  window.fetch = async (...args) => {
    const answer = await ask(...args)
    const url = args[0] instanceof Request ? args[0].url : String(args[0])
    if (!url.endsWith('/api/preview')) return answer
    const { status, headers } = answer
    const body = await answer.text() // from here on it has arrived whole
    let frames = 0, over = false
    const count = () => { frames += 1; if (!over) requestAnimationFrame(count) }
    requestAnimationFrame(count)
    new MutationObserver((_, me) => { over = true; me.disconnect(); window.frames_waited.push(frames) })
      .observe(document.querySelector('#understood'), { childList: true, subtree: true, characterData: true,
                                                        attributes: true })
    return new Response(body, { status, headers })
  }
}
"""


class AskedOnce(BrowserTest):
    """What is asked while the program is on its way is not asked again, and is what the program would ask."""

    def asked_at(self, path: str, *until: str) -> list[str]:
        found: list[str] = []
        page = self.new_page()
        page.on(
            "request", lambda request: found.append(f"{request.method} {request.url.removeprefix(self.desk.address)}")
        )
        page.goto(path)
        for there in until or (".working", "text=Likely wrong answers"):
            expect(page.locator(there).first).to_be_visible()
        page.wait_for_load_state("networkidle")
        page.close()
        return found

    def test_a_working_that_an_address_names(self) -> None:
        asked = self.asked_at("/work?problem=6%201%2F4%20-%202%205%2F6")
        self.assertEqual([asked.count(a) for a in ("POST /api/work", "GET /api/settings", "GET /api/me")], [1, 1, 1])

    def test_also_where_the_teacher_has_other_words_and_ways(self) -> None:
        kept = self.page.request.get("/api/settings").json()
        kept["settings"] |= {"words": {"bottom": "denominator"}, "school": {"subtracting": "improper"}}
        self.assertTrue(self.page.request.put("/api/settings", data=kept).ok)
        asked = self.asked_at("/work?problem=6%201%2F4%20-%202%205%2F6")
        self.assertEqual(asked.count("POST /api/work"), 1)

    def test_a_set_that_an_address_names_and_each_part_of_a_long_one(self) -> None:
        lines = "\n".join(f"{n}/7 + 1/7" for n in range(1, 320))
        asked = {"format": "csv", "content": lines, "name": "Sevenths"}
        set_id = self.page.request.post("/api/sets/import", data=asked).json()["set"]["id"]
        at = f"GET /api/sets/{set_id}"
        for place, there in (("line-up", "[aria-label='How hard they are']"), ("show", ".show-foot"), ("print", "h1")):
            with self.subTest(place):
                found = [
                    a for a in self.asked_at(f"/{place}/{set_id}", there) if re.fullmatch(at + r"(\?past=\d+)?", a)
                ]
                self.assertEqual(found, [at, f"{at}?past=60"])


class Weight(BrowserTest):
    def loaded_at(self, path: str) -> list[Response]:
        found: list[Response] = []
        self.page.on("response", lambda answer: found.append(answer))
        self.page.goto(path)
        self.written()
        return found

    def test_the_first_scripts_are_at_most_250_kb_gzipped(self) -> None:
        loaded = self.loaded_at("/work?problem=6 1/4 - 2 5/6")
        scripts = {a.url: len(gzip.compress(a.body())) for a in loaded if urlparse(a.url).path.endswith(".js")}
        self.assertIn(len(scripts), range(2, 12), "behind a slow line each file costs more than it weighs")
        self.assertLess(sum(scripts.values()), LARGEST_SCRIPTS, scripts)

    def test_before_the_first_working_little_comes_and_in_all_not_much(self) -> None:
        """As it is sent, heads included: 90 kB that are asked for before what comes behind the first working, 150 kB
        until nothing more comes."""
        page = self.new_page()
        tools = page.context.new_cdp_session(page)
        tools.send("Network.enable")
        tools.send("Network.setCacheDisabled", {"cacheDisabled": True})
        asked: dict[str, str] = {}
        sizes: dict[str, float] = {}
        tools.on("Network.requestWillBeSent", lambda e: asked.update({e["requestId"]: e["request"]["url"]}))
        tools.on("Network.loadingFinished", lambda e: sizes.update({e["requestId"]: e["encodedDataLength"]}))
        page.goto("/work?problem=6%201%2F4%20-%202%205%2F6")
        expect(page.locator("text=Likely wrong answers")).to_be_visible()
        page.wait_for_load_state("networkidle")
        in_order = [(address.rsplit("/", 1)[-1][:60], sizes.get(request, 0.0)) for request, address in asked.items()]
        behind = next(at for at, (name, _) in enumerate(in_order) if name == "second-look")
        self.assertLess(sum(size for _, size in in_order[:behind]), 90_000, in_order)
        self.assertIn(round(sum(size for _, size in in_order)), range(100_000, 150_000), in_order)
        self.assertEqual([name for name, _ in in_order if name.startswith("choices-")], [], "not before it is used")

    def test_the_rest_of_the_letters_comes_where_a_text_has_it(self) -> None:
        fonts: list[str] = []
        self.page.on("request", lambda r: fonts.append(r.url.rsplit("/", 1)[-1]) if r.url.endswith(".woff2") else None)
        self.page.goto("/work?problem=6%201%2F4%20-%202%205%2F6")
        expect(self.page.locator("text=Likely wrong answers")).to_be_visible()
        self.page.wait_for_load_state("networkidle")
        names = {re.sub(r"-[\w-]{8}\.woff2$", "", font) for font in fonts}
        self.assertEqual(names, {"noto-sans-math-numbers", "noto-sans-400-subset", "noto-sans-600-subset"})
        with self.page.expect_request(re.compile(r"noto-sans-latin-400")):
            self.page.get_by_label("Problem", exact=True).fill("Zoé plants 3/4 m")
            self.page.evaluate("document.querySelector('h1').textContent = 'Zoé'")
        with self.page.expect_request(re.compile(r"noto-sans-math-letters")):
            self.page.get_by_label("Problem", exact=True).fill("3/4 kg + 1/2 kg")

    def test_everything_comes_from_the_server_itself(self) -> None:
        """No font, style or script is fetched from elsewhere, neither on opening nor by an address in a style."""
        for answer in self.loaded_at("/work?problem=4.8 × 2.5"):
            self.assertTrue(answer.url.startswith((self.desk.address, "data:")), unquote(answer.url))
        for style in DIST.rglob("*.css"):
            for address in re.findall(r"url\(([^)]*)\)", style.read_text()):
                self.assertRegex(address.strip("'\""), r"^(/|data:|#|%23|\./)", style.name)

    def test_a_preview_is_seen_within_one_frame_of_its_arrival(self) -> None:
        self.page.add_init_script(WATCH)
        self.page.goto("/work")
        field = self.page.get_by_label("Problem", exact=True)
        field.fill("1/2")
        expect(self.page.locator("#understood math")).to_be_visible()
        for text in ("1/2 + 1/3", "6 1/4 - 2 5/6", "?/18 + ?/9 + ?/3 = 25/18", "7^2 - (6 + 3) * (8 - 5)"):
            before = len(self.waited())
            field.fill(text)
            self.page.wait_for_function("n => window.frames_waited.length > n", arg=before)
        self.assertLessEqual(max(self.waited()), 1, self.waited())

    def waited(self) -> list[int]:
        frames: list[int] = self.page.evaluate("window.frames_waited")
        return frames


class OnTheWay(BrowserTest):
    def test_a_working_that_comes_late_does_not_call_back_whoever_has_left(self) -> None:
        """The place that was chosen comes slowly, and the working of the last one in between."""
        page = self.page
        page.goto("/work")
        page.get_by_label("Problem", exact=True).fill("2/3 + 1/4")
        waiting: list[Route] = []
        page.route("**/api/work", lambda route: waiting.append(route))
        page.route("**/LineUpPlace-*.js", lambda route: waiting.append(route))
        page.get_by_label("Problem", exact=True).press("Enter")
        self.becomes(lambda: len(waiting), 1)
        page.get_by_role("link", name="Line up").click()
        self.becomes(lambda: len(waiting), 2)
        with page.expect_response("**/api/work"):
            waiting[0].continue_()
        page.wait_for_timeout(300)
        waiting[1].continue_()
        expect(page.get_by_role("navigation", name="Sets")).to_be_visible()
        self.assertEqual(urlparse(page.url).path.split("/")[1], "line-up")
