"""From screen to wall: hours planned, a board looked at by phone in the room, off-line and on again, and decided."""

import tempfile
from uuid import uuid4

from django.utils import timezone
from PIL import Image
from selenium.webdriver.common.keys import Keys

from e2e.browser import PHONE, WIDE, BrowserTest, resize
from e2e.wire import Wire
from viewings.models import Viewing

KEPT_HERE = """const [page, tell] = arguments;
navigator.serviceWorker.getRegistration('/viewings/')
  .then((found) => (found && found.active ? caches.match(page) : null))
  .then((held) => tell(Boolean(held)), () => tell(false));"""
"""Whether the page is kept, and whatever serves it stands ready."""
DROP = """const [slot, cell] = arguments, carried = new DataTransfer();
for (const [name, target] of [['dragstart', slot], ['dragover', cell], ['drop', cell], ['dragend', slot]])
  target.dispatchEvent(new DragEvent(name, { bubbles: true, cancelable: true, dataTransfer: carried }));"""


class ViewingJourney(BrowserTest):
    def offline(self, off):
        self.browser.execute_cdp_cmd("Network.enable", {})
        self.browser.execute_cdp_cmd(
            "Network.emulateNetworkConditions",
            {"offline": off, "latency": 0, "downloadThroughput": -1, "uploadThroughput": -1},
        )

    def answer(self, scale, step):
        css = f"#viewing-form [name='{scale}'][value='{step}']"
        self.browser.execute_script("document.querySelector(arguments[0]).click()", css)

    def test_plan_look_offline_and_on_again_compare_and_decide(self):
        self.open("/reviews/8/samples/?show=samples")
        self.assertIn("Hold it beside", self.text(".finding-line"))
        self.assertIn("alone", self.text(".caution-line"))
        self.assert_accessible("samples")
        self.replaced(lambda: self.find("#id_size option[value=thumbnail]").click())
        self.assertIn("Too small", self.text(".say"))  # wrong sampling is named as it is chosen
        self.assertEqual(self.browser.switch_to.active_element.get_attribute("id"), "id_size")
        self.replaced(lambda: self.find("#id_size option[value=A3]").click())
        self.assertNotIn("Too small", self.text(".say"))
        self.replaced(lambda: self.click(".parts a:first-child"))
        self.replaced(lambda: self.click("form[action$='/samples/schedule/'] button"))
        self.assertIn("viewings are planned", self.text(".finding-line"))
        planned = len(self.all(".viewings-box tbody tr"))
        self.assertGreaterEqual(planned, 3)
        self.assert_accessible("hours")
        # in the room, with a phone, the connection gone
        resize(self.browser, *PHONE)
        self.open("/viewings/")
        self.assert_accessible("viewings on a phone")
        ours = Viewing.objects.filter(review=8, seen_at=None, deleted=None).first()
        self.leave(f"#viewing-{ours.pk}")
        self.assert_accessible("the log on a phone")
        self.assertNotIn("computed:", self.text("main"))
        self.answer("warmth", 1)
        self.answer("depth", -1)
        self.find("#id_words").send_keys("greyer than at the window")
        self.offline(True)
        try:
            self.click("#viewing-form [value=again]")
            self.wait(lambda: "Kept on this phone" in self.text("#kept-here"))
        finally:
            self.offline(False)
        self.wait(lambda: "Against the prediction" in self.text("main"))
        self.assertIn("greyer than at the window", self.text("main"))
        self.assertEqual(self.browser.execute_script("return localStorage.length"), 0)
        self.assert_accessible("what was seen, on a phone")
        # decided, with what is open in view; the second of two sees the first
        resize(self.browser, *WIDE)
        self.open("/reviews/8/samples/?show=decide")
        self.assertIn("asked to look again", self.text(".say"))
        self.assertIn("Look at these times before deciding", self.text(".coverage"))
        self.find("#id_reason").send_keys("It holds by day and by lamplight.")
        self.replaced(lambda: self.click(".decide-form .strong"))
        self.assertIn("Decided: Pintle Blotter", self.text(".finding-line"))
        self.assert_accessible("a decision")
        self.replaced(lambda: self.click(".ruled button"))
        self.assertIn("reopened", self.text(".ruled"))

    def test_what_was_kept_and_is_not_taken_is_shown_again(self):
        self.expected_statuses = (422,)
        self.open("/reviews/8/samples/")
        self.leave("form[action$='/look/'] button")
        pk = self.find("#viewing-form").get_attribute("data-viewing")
        self.answer("warmth", 1)
        self.find("#id_words").send_keys("mine, from the cellar")
        self.offline(True)
        try:
            self.click("#viewing-form [value=yes]")
            self.wait(lambda: "Kept on this phone" in self.text("#kept-here"))
            Viewing.objects.filter(pk=pk).update(seen_at=timezone.now(), answer="no", words="theirs", sent=uuid4())
        finally:
            self.offline(False)
        self.wait(lambda: "mine, from the cellar" in self.text("#refused-here"))
        self.assertIn("theirs", self.text("h1"))
        self.assert_accessible("what was not taken")
        self.click("#refused-here button")
        self.assertEqual(self.browser.execute_script("return localStorage.length"), 0)

    def test_a_page_opens_with_the_wire_cut_and_a_photo_follows_its_viewing(self):
        wire = Wire(int(self.live_server_url.rsplit(":", 1)[1]))
        self.addCleanup(wire.cut)
        self.expected_cut = True
        there = f"http://localhost:{wire.port}"
        self.open("/reviews/8/samples/")
        self.leave("form[action$='/look/'] button")
        page = f"{there}/viewings/{self.browser.current_url.rstrip('/').rsplit('/', 1)[1]}/"
        self.browser.get(page)
        self.wait(lambda: self.browser.execute_async_script(KEPT_HERE, page))
        wire.cut()
        self.browser.get(page)  # as if opened anew in a cellar
        self.wait(lambda: "What do you see?" in self.text("h1"))
        self.answer("warmth", 1)
        self.click("#viewing-form [value=yes]")
        self.wait(lambda: "Kept on this phone" in self.text("#kept-here"))
        with tempfile.NamedTemporaryFile(suffix=".png") as picture:
            Image.new("RGB", (40, 30), (90, 110, 100)).save(picture, "PNG")
            picture.flush()
            self.find("#photo-later input").send_keys(picture.name)
            self.wait(lambda: "the photo too" in self.text("#kept-here"))
        wire.mend()
        self.browser.refresh()
        self.wait(lambda: "Against the prediction" in self.text("main"))
        self.browser.refresh()
        self.wait(lambda: self.all(".viewing-photo img"))

    def test_viewings_are_moved_by_dragging_and_by_keys(self):
        self.open("/reviews/8/samples/")
        self.replaced(lambda: self.click("form[action$='/samples/schedule/'] button"))
        self.open("/viewings/")
        name = self.find(".slot a").get_attribute("id")

        def day():
            return self.browser.execute_script(
                "return document.getElementById(arguments[0]).closest('.day-cell').dataset.day", name
            )

        first = day()
        self.find(f"#{name}").send_keys(Keys.SHIFT, Keys.ARROW_RIGHT)
        self.wait(lambda: day() != first)
        self.assertEqual(self.browser.switch_to.active_element.get_attribute("id"), name)
        self.assertIn("is to be looked at on", self.text(".undo"))
        self.click(".undo button")
        self.wait(lambda: day() == first)
        cell = self.all(".day-cell")[-1]
        target = cell.get_attribute("data-day")
        self.browser.execute_script(DROP, self.find(f"#{name}").find_element("xpath", "./.."), cell)
        self.wait(lambda: day() == target)
        self.assert_accessible("the calendar")

    def test_a_draft_survives_a_reload(self):
        self.open("/reviews/8/samples/")
        self.leave("form[action$='/look/'] button")
        self.find("#id_words").send_keys("half a sent")
        self.answer("hue", 2)
        self.browser.refresh()
        self.wait(lambda: self.find("#id_words").get_attribute("value") == "half a sent")
        self.assertTrue(self.find("#viewing-form [name='hue'][value='2']").is_selected())
        # the meter brings its lux and loses nothing; Enter in a field answers nothing
        self.offline(True)
        try:
            self.click("#viewing-form [name=meter]")
            self.wait(lambda: "needs the connection" in self.text("#kept-here"))
        finally:
            self.offline(False)
        self.click("#id_lamps_on")  # whatever the hour is, there is light to be read
        self.leave("#viewing-form [name=meter]")
        self.assertTrue(float(self.find("#id_lux").get_attribute("value")) > 0)
        self.assertEqual(self.find("#id_words").get_attribute("value"), "half a sent")
        self.find("#id_lux").send_keys(Keys.ENTER)
        self.assertTrue(self.find("#viewing-form").is_displayed())
        self.assertIn("The meter reads", self.text("main"))
        self.leave("#viewing-form [value=yes]")
        self.assertEqual(self.browser.execute_script("return localStorage.length"), 0)

    def test_the_boards_of_a_job(self):
        self.open("/jobs/1/samples/")
        self.assertIn("Sample boards for", self.text("h1"))
        self.assert_accessible("the boards of a job")
        self.leave("form[action$='/samples/plan/'] button")
        self.assertIn("The viewings of all rooms are planned", self.text(".undo"))
        self.open("/viewings/")
        self.assertGreater(len(self.all(".slot")), 8)


class DocumentJourney(BrowserTest):
    def test_document_client_link_and_an_answer_from_a_fresh_browser(self):
        self.open("/reviews/8/document/")
        self.assertIn("Pintle Blotter is a light grey", self.text("h1"))
        self.assert_accessible("a document")
        self.click("#section-verdict .section-edit summary")
        box = self.find("#text-verdict")
        box.clear()
        box.send_keys("A quiet blue grey for the library.")
        self.leave("#section-verdict .section-edit button")
        self.assertIn("A quiet blue grey", self.text("#section-verdict"))
        self.assertIn("edited", self.text("#section-verdict .section-head"))
        # a link for the client
        self.open("/jobs/1/share/")
        self.assert_accessible("sharing")
        self.click(".share-form [value='8']")
        self.leave(".share-form .strong")
        link = self.text(".link-list code")
        # a browser that knows nobody
        self.browser.delete_all_cookies()
        self.browser.get(link)
        self.assertIn("A quiet blue grey for the library.", self.text("main"))
        self.assertFalse(self.all("a[href='/jobs/']"))
        self.assert_accessible("what the client sees")
        resize(self.browser, *PHONE)
        self.assert_accessible("what the client sees on a phone")
        self.find("#page-8 [name=text]").send_keys("May we see it by the window first?")
        self.leave("#page-8 [value=ask]")
        self.assertIn("Your question is with the studio", self.text("#page-8"))
        self.browser.get(self.live_server_url + "/jobs/1/")
        self.assertIn("/sign-in/", self.browser.current_url)
        # it arrives
        resize(self.browser, *WIDE)
        self.enter()
        self.open("/")
        self.wait(lambda: "May we see it by the window first?" in self.text("main"))
        self.assert_accessible("the studio with an answer")
