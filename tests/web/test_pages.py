"""The pages of the places: what they name at once is there, and nothing is shipped that is not used."""

import re
import unittest
from pathlib import Path

from keen_slate.services.desk import House
from keen_slate.web.app import FRONT_END, PLACES, ROUND_PLACES, create_app
from tests.support.signed_in import AtTheDesk

SOURCES = FRONT_END.parent / "src"


class Pages(AtTheDesk):
    def test_a_place_names_the_files_that_it_needs(self) -> None:
        for place in (*PLACES, *ROUND_PLACES, "settings"):
            answer = self.client.get(f"/{place}")
            self.assertEqual((answer.status_code, answer.mimetype), (200, "text/html"), place)
            page = answer.get_data(as_text=True)
            named = re.findall(r'(?:href|src)="/([^"]+)"', page)
            files = [name for name in named if not name.startswith("api/")]
            self.assertEqual(len(files), len(set(files)), place)
            for name in files:
                self.assertTrue((FRONT_END / name).is_file(), name)
            self.assertLess(page.index("/api/me"), page.index("modulepreload"))
            self.assertEqual(answer.headers["Cache-Control"], "no-cache")
        work = self.client.get("/work").get_data(as_text=True)
        self.assertRegex(work, r"WorkPlace-[\w-]+\.js")
        self.assertNotRegex(work, r"(LineUp|Mark|Print)Place")
        self.assertNotIn("Place-", self.client.get("/settings").get_data(as_text=True))

    def test_whoever_is_outside_is_asked_nothing_that_is_refused(self) -> None:
        page = create_app(House(self.url)).test_client().get("/work").get_data(as_text=True)
        self.assertIn("/api/me", page)
        self.assertNotIn("/api/settings", page)
        self.assertNotIn("early", page)

    def test_what_the_address_names_is_asked_for_before_the_program_is_there(self) -> None:
        for place in ("work", "line-up", "show", "print"):
            early = re.search(r'<script type="module" async crossorigin src="/(assets/early-[^"]+)">', self.page(place))
            assert early is not None, place
        self.assertLess((FRONT_END / early[1]).stat().st_size, 1500, "it is there first because it is small")
        self.assertNotIn("import", (FRONT_END / early[1]).read_text())
        self.assertNotIn("early", self.page("mark"))

    def page(self, place: str) -> str:
        return self.client.get(f"/{place}").get_data(as_text=True)

    def test_what_is_asked_with_the_page_is_there(self) -> None:
        for path in ("/api/me", "/api/settings"):
            self.assertEqual(self.client.get(path).status_code, 200)


class Icons(unittest.TestCase):
    def test_each_that_is_used_is_shipped_and_no_other(self) -> None:
        text = "".join(p.read_text() for kind in ("*.vue", "*.ts") for p in SOURCES.rglob(kind))
        used = set(re.findall(r"\bpi-[a-z-]+", re.sub(r"'openapi-\w+'|openapi-\w+", "", text)))
        sheets = "".join((SOURCES / "styles" / name).read_text() for name in ("icons.css", "more-icons.css"))
        shipped = set(re.findall(r"^\.(pi-[a-z-]+)", sheets, re.M))
        self.assertEqual(used, shipped)

    def test_no_id_of_an_icon_comes_into_the_page(self) -> None:
        """Each file names what it draws; a page has its own names."""
        rail = (SOURCES / "App.vue").read_text()
        drawn = re.findall(r"'primeicons/(raw-svg/[\w-]+\.svg)\?raw'", rail)
        self.assertGreater(len(drawn), 6)
        for name in drawn:
            icon = (SOURCES.parent / "node_modules" / "primeicons" / name).read_text()
            self.assertEqual(len(re.findall(r' id="[^"]*"', icon)), 1, name)

    def test_the_service_worker_is_one_file(self) -> None:
        """With a part that it shares with the pages it would not begin, and nothing would say so."""
        self.assertNotRegex((FRONT_END / "service-worker.js").read_text(), r"\b(?:import|export)\s*[\"'`{*]")

    def test_every_file_of_the_build_is_compressed(self) -> None:
        for file in Path(FRONT_END, "assets").glob("*.js"):
            if file.stat().st_size > 2000:
                self.assertTrue(file.with_name(f"{file.name}.gz").exists(), file.name)
