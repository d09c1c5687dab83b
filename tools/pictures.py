"""Take the pictures in docs/screenshots from a running demo: `make demo` in one shell, `make pictures` in another."""

from __future__ import annotations

import sys
import tempfile
import time
from pathlib import Path

from selenium.webdriver.common.by import By
from selenium.webdriver.remote.webelement import WebElement

from e2e.chromium import PHONE, WIDE, resize, start_chromium

OUT = Path(__file__).resolve().parent.parent / "docs" / "screenshots"
MAIN, WITH_VERDICT = "H16.3", "T05.4"
DRAWN = """
  return !document.querySelector(".room-picture:not(.is-drawn), .htmx-request")
    && Array.from(document.images).every((one) => one.complete || one.getBoundingClientRect().top > 800);
"""


class Camera:
    def __init__(self, base: str) -> None:
        self.base = base
        self.browser = start_chromium(tempfile.mkdtemp())
        resize(self.browser, *WIDE)
        self.open("/sign-in/")
        self.click("form[action='/enter-demo/'] button")
        self.open("/")
        rows = self.browser.find_elements(By.CSS_SELECTOR, "ol.reviews > li")
        self.reviews = {row.text.split(" · ")[1].split("\n")[0]: self._review(row) for row in rows}

    @staticmethod
    def _review(row: WebElement) -> str:
        """Return the newest review of a colour on the first page."""
        link = row.find_element(By.CSS_SELECTOR, "li a").get_attribute("href")
        return str(link).split("/reviews/")[1].split("/")[0]

    def in_room(self, room: str) -> str:
        """Return the review of the main colour in a room."""
        self.open("/")
        of_main = f"//ol[contains(@class, 'reviews')]/li[contains(., '{MAIN}')]"
        link = self.browser.find_element(By.XPATH, f"{of_main}//li/a[contains(., '{room}')]")
        return str(link.get_attribute("href")).split("/reviews/")[1].split("/")[0]

    def open(self, path: str) -> None:
        self.browser.get(self.base + path)
        time.sleep(0.4)
        for _ in range(100):  # rooms are drawn, pictures and findings come, a little later
            if self.browser.execute_script(DRAWN):
                break
            time.sleep(0.2)

    def click(self, css: str) -> None:
        self.browser.execute_script("document.querySelector(arguments[0]).click()", css)
        time.sleep(0.5)

    def type(self, css: str, text: str) -> None:
        self.browser.find_element(By.CSS_SELECTOR, css).send_keys(text)
        time.sleep(0.7)

    def leads_to(self, css: str, said: str = "") -> str:
        """Return the path of the first link on the page that says something."""
        links = [link for link in self.browser.find_elements(By.CSS_SELECTOR, css) if said in link.text]
        return str(links[0].get_attribute("href")).removeprefix(self.base).split("?")[0]

    def take(self, name: str) -> None:
        self.browser.save_screenshot(str(OUT / f"{name}.png"))
        print(name)


def main() -> None:
    camera = Camera(sys.argv[1] if len(sys.argv) > 1 else "http://127.0.0.1:8000")
    main_review = f"/reviews/{camera.reviews[MAIN]}"
    camera.type("#find", "haar")
    camera.take("studio")
    camera.open("/colours/?family=grey&undertone=blue&sort=lrv&view=grid")
    camera.take("decks")
    for step in ("reading", "compare", "alternatives", "strength"):
        camera.open(f"{main_review}/{step}/{'?percent=-40' if step == 'strength' else ''}")
        if step == "compare":
            camera.click(".group:nth-child(2) .board:nth-child(2)")
        camera.take(step)
    camera.open(f"/reviews/{camera.in_room('Library')}/light/?when=equinox&hour=16")
    camera.take("light")
    camera.open("/jobs/")
    job = camera.leads_to("main a[href^='/jobs/']:not([href$='/new/']):not([href$='/bring-in/'])")
    camera.open(job)
    time.sleep(1.5)
    library = camera.leads_to("a[href^='/rooms/']", "Library")
    camera.open(f"{library}?when=equinox&hour=14&sky=overcast")
    camera.take("room")
    camera.open(f"{job}home/")
    camera.take("home")
    camera.open(f"/reviews/{camera.in_room('Library')}/palette/")
    camera.click("#swap-accent-1")
    camera.take("palette")
    camera.open("/methods/")
    camera.click("form[action*=copy] button")
    camera.browser.find_element(By.CSS_SELECTOR, "[name='undertone.edges']").clear()
    camera.type("[name='undertone.edges']", "350, 45, 75, 118, 195, 270")
    time.sleep(0.8)
    camera.take("method")
    camera.open("/methods/")
    camera.click("form[action*=delete] button")
    camera.open(f"/reviews/{camera.in_room('Galley')}/whites/")
    camera.take("whites")
    camera.open(f"/reviews/{camera.reviews[WITH_VERDICT]}/verdict/")
    camera.take("verdict")
    camera.open("/training/")
    camera.take("training")
    camera.open(f"/reviews/{camera.in_room('North')}/samples/?show=decide")
    camera.take("samples")
    camera.open(f"/reviews/{camera.in_room('Galley')}/document/")
    camera.take("document")
    camera.open(f"/reviews/{camera.in_room('Galley')}/showing/#slide-clean")
    camera.take("showing")
    camera.open(f"/reviews/{camera.in_room('Galley')}/article/")
    camera.take("article")
    resize(camera.browser, *PHONE)
    camera.open("/viewings/")
    camera.click(".slot a")
    camera.click("[name=undertone][value=blue]")
    for scale, step in (("depth", -1), ("warmth", 1), ("clearness", 0)):
        camera.browser.execute_script(f"document.querySelector('[name={scale}][value=\"{step}\"]').click()")
    camera.take("viewing-phone")
    camera.browser.quit()


if __name__ == "__main__":
    main()
