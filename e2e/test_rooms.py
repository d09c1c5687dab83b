"""Jobs, rooms and light, as a specialist and a junior work with them."""

from django.contrib.auth.models import User
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.support.ui import Select

from e2e.browser import PHONE, BrowserTest, Keys, resize
from jobs.models import Job, Room
from reviews.models import Review, Shortlisted


class RoomJourney(BrowserTest):
    def light_of(self, room):
        review = Review.objects.filter(room__name=room, colour__code="H16.3").latest("pk")
        self.open(f"/reviews/{review.pk}/light/")
        self.wait(lambda: self.find("svg.strip"))
        return review

    def fill_of(self, css):
        return self.find(f"{css} .paint").get_attribute("fill")

    def slide(self, hours):
        """Move the slider by keys, half an hour a press."""
        self.find("[data-scrub]").send_keys(*[Keys.ARROW_RIGHT if hours > 0 else Keys.ARROW_LEFT] * abs(int(2 * hours)))

    def test_a_room_from_nothing_by_keyboard(self):
        self.open("/jobs/new/")
        self.find("#id_title").send_keys("Net loft")
        self.find("#id_pick").send_keys("Old Slip")
        self.find("#id_title").send_keys(Keys.ENTER)
        self.wait(lambda: self.text("h1") == "Net loft")
        self.assert_accessible("a job without rooms")
        self.leave("a[href$='/rooms/new/']")
        self.assert_accessible("the sheet of a room")
        # what is typed: a name, the wall of the window, a floor; the rest keeps sensible values
        self.find("#id_name").send_keys("Sail room")
        self.press(Keys.TAB, Keys.TAB)
        Select(self.find("[name=windows-0-wall]")).select_by_visible_text("south")
        self.find("[name=windows-rows] ~ button").send_keys(Keys.ENTER)
        self.wait(lambda: self.find("[name=windows-1-width]"))
        self.settled()
        self.assertEqual(self.find("#id_name").get_attribute("value"), "Sail room")
        self.find("[name=surfaces-0-what]").send_keys("clay tile, red", Keys.ENTER)
        self.wait(lambda: self.text("h1") == "Sail room")
        room = Room.objects.get(name="Sail room")
        self.assertEqual([window.wall for window in room.windows.all()], ["south"])
        self.assertIn("At 12:00 the north wall", self.text(".finding-line"))
        self.assert_accessible("a room")
        self.assertEqual(Job.objects.get(title="Net loft").town, "Old Slip")

    def test_a_wrong_room_is_said_beside_its_field(self):
        self.open(f"/jobs/{Job.objects.first().pk}/rooms/new/")
        self.expected_statuses = (422,)
        self.find("#id_name").send_keys("Loft")
        self.browser.execute_script("document.querySelector('#id_height').value = '0'")
        self.find("#id_name").send_keys(Keys.ENTER)
        self.wait(lambda: self.find("#id_height_error"))
        self.assertIn("between 1.50 and 20", self.text("#id_height_error"))
        self.assertEqual(self.find("#id_name").get_attribute("value"), "Loft")
        self.assert_accessible("a room that cannot be")

    def test_scrubbing_a_day_relights_the_wall_and_all_beside_it(self):
        self.light_of("Library")
        self.assert_accessible("light")
        board, wall, trim = (self.fill_of(css) for css in (".lit-pair figure", "[data-lit=wall]", "[data-lit='0']"))
        before = self.text(".finding-line")
        top = self.find(".strip-box").rect["y"]
        self.slide(4)
        self.assertIn("16:00", self.text(".finding-line"))
        self.assertEqual(self.fill_of(".lit-pair figure"), board)
        self.assertNotEqual(self.fill_of("[data-lit=wall]"), wall)
        self.assertNotEqual(self.fill_of("[data-lit='0']"), trim)
        self.assertNotEqual(self.text(".finding-line"), before)
        self.assertLess(abs(self.find(".strip-box").rect["y"] - top), 35)
        # by mouse along the strip, and kept in the address
        strip = self.find("svg.strip")
        ActionChains(self.browser).move_to_element_with_offset(strip, 0, -20).click_and_hold().move_by_offset(
            120, 0
        ).release().perform()
        self.wait(lambda: "hour=" in self.browser.current_url)
        hour = self.browser.current_url.split("hour=")[1].split("&")[0]
        self.settled()
        self.browser.refresh()
        self.wait(lambda: self.find("svg.strip"))
        self.assertEqual(float(self.find("[data-scrub]").get_attribute("value")), float(hour))

    def test_the_room_is_drawn_and_follows_the_hour_and_the_head(self):
        self.light_of("Galley")
        self.wait(lambda: self.all(".room-picture.is-drawn"))

        def drawn():
            return self.browser.execute_script("return document.querySelector('.room-picture canvas').toDataURL()")

        noon = drawn()
        self.slide(9)
        self.wait(lambda: drawn() != noon)
        night = drawn()
        self.find(".room-picture canvas").send_keys(Keys.ARROW_RIGHT)
        self.wait(lambda: drawn() != night)
        turned = drawn()
        Select(self.find("#stand")).select_by_value("corner")
        self.wait(lambda: drawn() != turned)
        self.find(".in-words summary").click()
        self.assertIn("wall:", self.text(".in-words"))
        self.assert_accessible("the room drawn")

    def test_why_and_the_picture_that_is_saved_follow_the_hour(self):
        self.light_of("Library")
        self.click("#light-why > a")
        self.wait(lambda: "most of this" in self.text("#light-why"))
        self.wait(lambda: self.all(".room-picture.is-drawn"))
        self.slide(2)
        self.wait(lambda: not self.find("#light-why [data-of]").is_displayed())
        self.assertIn("hour=14", self.find("#save-picture").get_attribute("href"))
        self.slide(-2)
        self.wait(lambda: self.find("#light-why [data-of]").is_displayed())

    def test_windows_are_drawn_on_a_wall_and_the_house_is_turned(self):
        room = self.light_of("Library").room
        self.open(f"/rooms/{room.pk}/edit/")
        self.wait(lambda: self.find("[data-wall=north] rect"))
        wall = self.find("[data-wall=north]")
        self.browser.execute_script("arguments[0].scrollIntoView({block: 'center'})", wall)
        pull = ActionChains(self.browser).move_to_element_with_offset(wall, -40, -20)
        pull.click_and_hold().move_by_offset(50, 40).release().perform()
        self.wait(lambda: self.all("[data-window='2']"))
        self.find("[data-window='2']").send_keys(Keys.ARROW_RIGHT, Keys.ARROW_UP)
        self.find("[data-knob]").send_keys(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT)
        self.assert_accessible("the walls drawn")
        self.leave("#room-sheet .strong")
        self.wait(lambda: self.text("h1") == "Library")
        room.refresh_from_db()
        made = room.windows.get(wall="north")
        self.assertEqual(room.rotation_deg, 10)
        self.assertEqual(room.windows.count(), 3)
        for found, about in ((made.width, 1.68), (made.height, 1.34), (made.sill, 0.95), (made.along, 3.14)):
            self.assertAlmostEqual(found, about, delta=0.15)

    def test_another_day_sky_and_wall(self):
        self.light_of("Galley")
        for css in ("input[value=midwinter]", "input[value=overcast]"):
            self.act(css)
        self.replaced(lambda: Select(self.find("select[name=wall]")).select_by_value("west"))
        self.assertIn("the west wall", self.text(".finding-line"))
        for part in ("when=midwinter", "sky=overcast", "wall=west"):
            self.assertIn(part, self.browser.current_url)

    def test_one_colour_reads_as_three(self):
        told = []
        for room in ("Stair tower", "Library", "Lamp room"):
            self.light_of(room)
            if room == "Lamp room":
                self.slide(9)
                self.assertIn("21:00", self.text(".finding-line"))
            told.append(self.fill_of("[data-lit=wall]"))
        self.assertEqual(len(set(told)), 3)

    def test_changing_the_lamps(self):
        self.light_of("Lamp room")
        boards = self.all(".same-light .group:last-child .paint")
        self.assertEqual(len({board.get_attribute("fill") for board in boards}), 3)
        self.assertEqual(self.texts(".same-light .group:last-child .caption"), ["2,700 K", "3,000 K", "4,000 K"])
        self.assertIn("under one colour temperature", self.text("#review"))

    def test_a_counsel_leads_to_a_better_colour_on_the_shortlist(self):
        review = self.light_of("Library")
        self.click(".counsel a[href='#better']")
        name = self.text("#better .better li:first-child a")
        self.replaced(lambda: self.click("#better-1"))
        self.assertIn("On the shortlist", self.text("#better-1"))
        self.assertEqual(Shortlisted.objects.get(review=review).colour.name, name)
        self.assertIn("/light/", self.browser.current_url)

    def test_without_a_room_practice_speaks_for_either_half_of_the_world(self):
        self.open("/")
        self.start_review("T26.6")
        self.go("light")
        self.assertIn("Facing north: cool", self.text(".rules"))
        self.assert_accessible("light without a room")
        self.replaced(lambda: self.click(".rules a"))
        self.assertIn("Facing south: cool", self.text(".rules"))
        Select(self.find("#id_room")).select_by_visible_text("Galley")
        self.replaced(lambda: self.click(".into-room button"))
        self.wait(lambda: self.find("svg.strip"))
        self.assertIn("Galley", self.text("#where"))

    def test_on_a_phone(self):
        resize(self.browser, *PHONE)
        self.light_of("Library")
        self.assert_accessible("light on a phone")
        self.slide(-3)
        self.assertIn("9:00", self.text(".finding-line"))
        for address in ("/jobs/", f"/jobs/{Job.objects.first().pk}/", f"/rooms/{Room.objects.first().pk}/", "/people/"):
            self.open(address)
            self.assert_accessible(f"{address} on a phone")
        self.open(f"/jobs/{Job.objects.first().pk}/rooms/new/")
        self.assert_accessible("the sheet of a room on a phone")

    def test_a_junior_looks_and_does_not_decide(self):
        self.open("/people/")
        self.assert_accessible("people")
        self.find("#id_name").send_keys("Corrie Haar")
        Select(self.find("#id_role")).select_by_value("junior")
        self.leave("form[action$='/invite/'] button")
        link = self.find("[id^=link-]").get_attribute("value")
        self.leave("form[action='/sign-out/'] button")
        self.browser.get(link)
        self.find("#id_username").send_keys("corrie")
        for field in ("#id_password1", "#id_password2"):
            self.find(field).send_keys("larch and slate")
        self.assert_accessible("joining")
        self.leave(".door button")
        self.assertEqual(User.objects.get(username="corrie").membership.role, "junior")
        job = Job.objects.first()
        self.open(f"/jobs/{job.pk}/")
        self.assertFalse(self.all("a[href$='/edit/'], a[href$='/rooms/new/'], form[action$='/delete/']"))
        self.light_of("Library")
        self.slide(2)
        self.assertIn("14:00", self.text(".finding-line"))
        self.settled()
        self.expected_statuses = (403,)
        self.browser.execute_script("document.querySelector('.into-room button').click()")
        self.wait(lambda: self.find("#trouble").is_displayed())
        self.open(f"/jobs/{job.pk}/edit/")
        self.assertIn("As a junior you read everything", self.text("main"))
