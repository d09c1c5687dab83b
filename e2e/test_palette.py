"""The colour in company, as a specialist settles it: schemes, proportions, use, and the whole home on paper."""

import base64
import io
import re

import pypdf

from e2e.browser import PHONE, BrowserTest, Keys, resize


def printed(browser, **options):
    """Return the PDF that the browser makes of the page."""
    found = browser.execute_cdp_cmd("Page.printToPDF", {"printBackground": True, "preferCSSPageSize": True, **options})
    return base64.b64decode(found["data"])


def farthest_right(page):
    """Return where the last piece of text of a page begins, in points from its left."""
    found = [0.0]

    def visit(said, cm, tm, *_):
        if said.strip():
            found.append(tm[4] * cm[0] + tm[5] * cm[2] + cm[4])

    page.extract_text(visitor_text=visit)
    return max(found)


class CompanyJourney(BrowserTest):
    def place(self, name):
        return self.text(f"#place-{name} .caption")

    def test_build_a_scheme_swap_a_place_and_change_proportions(self):
        self.open("/reviews/8/palette/")
        self.assertIn("Tonal palette", self.text(".finding-line"))
        self.assert_accessible("a scheme")
        before = self.place("middle")
        self.replaced(lambda: self.click("#swap-middle-1"))
        self.assertNotEqual(self.place("middle"), before)
        self.assertIn("locked", self.find("#place-middle").get_attribute("textContent"))
        self.assertEqual(self.text("#hold-middle").split("\n")[0], "Unlock")
        # another character, side by side with the first
        self.replaced(lambda: self.click(".rivals .rival:first-of-type"))
        self.assertIn("opposite", self.text(".finding-line").lower())
        # like three colours that are named
        self.click("[data-fold=palette-change] > summary")
        self.find("#ref").send_keys("HW03, H16.5, TK02", Keys.ENTER)
        self.wait(lambda: "Palette like three colours of yours" in self.text(".finding-line"))
        self.settled()
        # kept, put aside, brought back
        self.find("#scheme-name").send_keys("Rope and tar")
        self.replaced(lambda: self.click(".say form[action$='/palette/keep/'] button"))
        self.assertIn("Rope and tar", self.text(".kept-list"))
        self.replaced(lambda: self.click(".kept-list button"))
        self.assertFalse(self.all(".kept-list"))
        self.replaced(lambda: self.click(".say .undo button"))
        self.assertIn("Rope and tar", self.text(".kept-list"))
        # how much of each
        self.replaced(lambda: self.click(".parts a[href*='proportions']"))
        self.assertIn("Of the coloured surfaces", self.text(".finding-line"))
        self.assert_accessible("proportions")
        first = self.text(".key")
        self.replaced(lambda: self.find("#on-north").send_keys("accent"))
        self.assertNotEqual(self.text(".key"), first)
        self.find("#split").send_keys("60/30", Keys.ENTER)
        self.wait(lambda: "come to 90" in self.text("#split-error"))
        self.settled()
        self.find("#split").clear()
        self.find("#split").send_keys("60/30/10", Keys.ENTER)
        self.wait(lambda: "divide 60/30/10" in self.text(".say"))
        self.settled()

    def test_from_the_fabric_and_where_it_goes(self):
        self.open("/reviews/8/palette/?show=fabric")
        self.assertIn("works with", self.text(".finding-line"))
        self.assertIn("flag rug", self.text(".set"))
        self.assertIn("look alike", self.text(".say"))
        self.assert_accessible("from the fabric")
        self.replaced(lambda: self.click(".parts a[href*='use']"))
        self.assertIn("is best on", self.text(".finding-line"))
        self.assertEqual(len(self.all(".uses tbody tr")), 16)
        self.assert_accessible("where it goes")
        self.find("#limit").send_keys("80", Keys.ENTER)
        self.wait(lambda: "than the maker of what it goes on allows" in self.text(".uses"))
        self.settled()
        self.find(".rests summary").click()
        self.assertIn("Walls of a whole home from", self.text(".rests").replace("walls of", "Walls of"))

    def test_keys_reach_the_step_and_a_swap_keeps_the_focus(self):
        self.open("/reviews/8/reading/")
        self.key("7")
        self.wait(lambda: self.path_step() == "palette")
        self.settled()
        self.replaced(lambda: self.find("#swap-accent-1").send_keys(Keys.ENTER))
        self.assertEqual(self.browser.switch_to.active_element.get_attribute("id"), "swap-accent-1")

    def test_on_a_phone(self):
        resize(self.browser, *PHONE)
        self.open("/reviews/8/palette/")
        for part in ("", "fabric", "proportions", "use"):
            self.open(f"/reviews/8/palette/?show={part}")
            self.assert_accessible(f"company on a phone, {part or 'schemes'}")


class WholeHomeJourney(BrowserTest):
    def test_set_a_white_keep_an_existing_trim_and_see_the_way_out(self):
        self.open("/jobs/1/")
        self.wait(lambda: "One white for the home" in self.text("main"))
        self.settled()
        self.assertIn("looks yellow beside the white glazed tiles", self.text(".conflicts"))
        self.assertIn("To match", self.text(".conflicts"))
        # lift the wish: the white follows the rooms
        self.leave(".ruled button")
        self.wait(lambda: "what decides is its" in self.text("main"))
        self.assertFalse(self.all(".conflicts"))
        # rule out what came first
        self.settled()
        first = self.text(".home-white p").split(" suits")[0]
        self.click(".ruling-open summary")
        self.find("#id_white").send_keys(first)
        self.find("#id_kind").send_keys("ruled out")
        self.find("#id_reason").send_keys("too plain for the society")
        self.leave(".ruling button")
        self.wait(lambda: "too plain for the society" in self.text("main"))
        self.assertNotEqual(self.text(".home-white p").split(" suits")[0], first)

    def test_decide_what_a_room_is_painted_with(self):
        self.open("/jobs/1/home/")
        self.assert_accessible("the whole home")
        self.leave(".home-room:nth-child(6) h2 a:last-child")
        self.find("#id_walls-what").send_keys("T05.4")
        self.find("#id_trim-what").send_keys("HW03")
        self.find("#id_trim-stays").click()
        self.assert_accessible("the finishes of a room")
        self.leave(".finish-sheet .strong")
        room = self.text(".home-room:nth-child(6)")
        self.assertIn("decided", room)
        self.assertIn("existing, stays", room)
        self.assertIn("L left over", self.text("table.paint").replace("\u00a0", " "))
        self.find("#thing").send_keys("handrail")
        self.find("#is").send_keys("12")
        self.find("#before").send_keys("T05.4")
        self.leave(".hold-other button")
        self.assertIn("Handrail against the wall behind it", self.text("#others"))

    def test_the_whole_home_printed_with_nothing_cut_off(self):
        self.open("/jobs/1/home/")
        names = [one.text for one in self.all(".home-room h2 a:first-child")]
        for paper, width, height in (("A4", 8.27, 11.69), ("Letter", 8.5, 11.0)):
            pdf = pypdf.PdfReader(io.BytesIO(printed(self.browser, paperWidth=width, paperHeight=height)))
            text = " ".join(re.sub(r"\s+", " ", page.extract_text()) for page in pdf.pages)
            for wanted in (*names, "One white for the home", "Paint to buy", "Through the doorways", "Before painting"):
                self.assertIn(wanted, text, paper)
            self.assertIn("A screen is not a paint sample", text)
            self.assertNotIn("Print", text)
            self.assertLessEqual(len(pdf.pages), 6)
            for page in pdf.pages:
                self.assertLess(farthest_right(page), float(page.mediabox.width) - 10, paper)

    def test_on_a_phone(self):
        resize(self.browser, *PHONE)
        for path in ("/jobs/1/home/", "/rooms/3/finishes/"):
            self.open(path)
            self.assert_accessible(f"{path} on a phone")
