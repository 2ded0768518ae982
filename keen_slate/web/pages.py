"""The pages of the places: one document, with what its place needs named at once so that nothing waits for another."""

import json
from html import escape
from pathlib import Path
from typing import Any

MANIFEST = Path(".vite", "manifest.json")
ASKED_AT_ONCE = ("/api/me", "/api/settings")
"""What every place asks before anything else; of whoever is not inside only the first."""
EARLY = "src/early.ts"
"""Asks for the working or the set that an address names, before the program is there; of whoever is inside."""
NAMED_EARLY = ("work", "line-up", "show", "print")

MODULES = {
    "work": "work/WorkPlace", "line-up": "line-up/LineUpPlace", "show": "show/ShowPlace", "print": "print/PrintPlace",
    "presenter": "show/PresenterPlace", "mark": "mark/MarkPlace", "look-back": "look-back/LookBackPlace",
}  # fmt: skip


class Pages:
    """The document of each place, from the front end's build at ``dist``."""

    def __init__(self, dist: Path) -> None:
        self.dist = dist
        self._made: dict[tuple[str, bool], bytes] = {}

    def page(self, place: str, *, inside: bool) -> bytes:
        """The document of a place; alone where the place has no module of its own. Raises OSError where the front
        end has not been built."""
        if (place, inside) not in self._made:
            self._made[place, inside] = self._make(place, ASKED_AT_ONCE if inside else ASKED_AT_ONCE[:1])
        return self._made[place, inside]

    def _make(self, place: str, at_once: tuple[str, ...]) -> bytes:
        document = (self.dist / "index.html").read_text()
        manifest: dict[str, Any] = json.loads((self.dist / MANIFEST).read_text())
        scripts, styles = _needed(manifest, f"src/places/{MODULES[place]}.vue") if place in MODULES else ([], [])
        early = ""
        if place in NAMED_EARLY and len(at_once) > 1 and EARLY in manifest:
            early = f'<script type="module" async crossorigin src="/{escape(manifest[EARLY]["file"])}"></script>'
        kinds = [('rel="modulepreload"', scripts), ('rel="preload" as="style"', styles)]
        links = [
            f'<link {kind} crossorigin href="/{escape(name)}">'
            for kind, names in kinds
            for name in names
            if f'="/{escape(name)}"' not in document  # else the build names it already
        ]
        # Small, and waited for by all that comes after: before the scripts, of which only so many come at once.
        asked = "".join([f'<link rel="preload" as="fetch" crossorigin href="{path}">' for path in at_once])
        return (
            document.replace("<head>", f"<head>{asked}{early}").replace("</head>", f"{''.join(links)}</head>").encode()
        )


def _needed(manifest: dict[str, Any], module: str) -> tuple[list[str], list[str]]:
    """The scripts and styles that a module loads, and those that they load, each once."""
    scripts: dict[str, None] = {}
    styles: dict[str, None] = {}

    def follow(name: str) -> None:
        entry = manifest.get(name)
        if entry is None or entry["file"] in scripts or entry.get("isEntry"):
            return
        scripts[entry["file"]] = None
        styles.update(dict.fromkeys(entry.get("css", ())))
        for other in entry.get("imports", ()):
            follow(other)

    follow(module)
    return list(scripts), list(styles)
