"""The most frequent tasks, done by the shortest way and counted; see docs/tasks.md."""

from e2e.browser import PHONE, WIDE, By, Keys, resize
from e2e.counted import Counted


class Tasks(Counted):
    def test_a_colour_by_its_code(self):
        self.open("/")
        self.tap("/")
        self.text_act("#find", "F156.4")
        self.wait(lambda: "F156.4" in self.text("#found"))
        self.settled()
        self.tap(Keys.ARROW_DOWN)
        while "F156.4" not in self.browser.switch_to.active_element.find_element(By.XPATH, "./ancestor::li").text:
            self.tap(Keys.ARROW_DOWN)
        self.tap(Keys.ENTER)
        self.wait(lambda: self.all("#review"))
        self.took("review a colour by its code")

    def test_a_thing_measured(self):
        self.open("/")
        self.hit("a[href='/reader/']")
        self.wait(lambda: self.all("[name=thing]"))
        self.text_act("[name=thing]", "g")
        self.hit("[name='at-once']")
        self.wait(lambda: "Save and review" in self.text("main"))
        self.tap(Keys.ENTER)
        self.wait(lambda: self.all("#review"))
        self.took("measure a thing and review it")

    def test_a_wish_listed(self):
        self.open("/reviews/8/reading/")
        self.step("3", "alternatives")
        self.text_act("[name=ask]", "a tad warmer")
        self.tap(Keys.ENTER)
        self.wait(lambda: "warmer" in self.text(".finding-line"))
        self.settled()
        self.hit(".say table form button[value=add]")
        self.wait(lambda: "Shortlist (1)" in self.text(".say"))
        self.took("find one like it, a tad warmer, and list it")

    def test_a_quarter_lighter(self):
        self.open("/reviews/8/reading/")
        self.settled()
        self.step("5", "strength")
        self.replaced(lambda: self.tap("k"))
        self.assertIn("percent=-25", self.browser.current_url)
        self.hit("a[href*='show=formula']")
        self.wait(lambda: "Print the label" in self.text("main"))
        self.took("see it a quarter lighter, with its formula")

    def test_a_colour_for_a_room(self):
        self.open("/")
        self.hit(".by-state a[href^='/jobs/1']")
        self.wait(lambda: self.all("main a[href='/rooms/1/']"))
        self.hit("main a[href='/rooms/1/']")
        self.wait(lambda: self.all("#named"))
        self.text_act("#named", "T05.4")
        self.tap(Keys.ENTER)
        self.wait(lambda: self.all("#review"))
        self.assertIn("Library", self.text(".where"))
        self.took("review a colour for a room")

    def test_what_a_step_answers(self):
        self.open("/reviews/8/reading/")
        self.settled()
        for digit, step, task in (
            ("4", "light", "see the wall as it is lit in the room"), ("6", "whites", "know which white"),
        ):  # fmt: skip
            self.actions = 0
            self.step(digit, step)
            self.took(task)

    def test_viewings_planned_and_decided(self):
        self.open("/reviews/8/reading/")
        self.step("8", "samples")
        self.hit("form[action$='/samples/schedule/'] button")
        self.wait(lambda: "viewings are planned" in self.text(".finding-line"))
        self.took("plan the viewings")
        # in the room
        resize(self.browser, *PHONE)
        self.open("/")
        self.actions = 0
        self.hit("header a[href='/viewings/']")
        self.wait(lambda: self.all(".slot a"))
        self.look_at_one()
        self.took("log a look in the room, on a phone")
        resize(self.browser, *WIDE)
        self.open("/reviews/8/reading/")
        self.settled()
        self.actions = 0
        self.decide()
        self.took("decide")

    def test_pages_given_to_the_client(self):
        self.open("/reviews/8/reading/")
        self.settled()
        self.step("9", "verdict")
        self.hit("button[formaction$='/share/']")
        self.wait(lambda: self.all(".link-list button[data-text]"))
        self.assertIn("no visits", self.text(".link-list"))
        self.assertEqual(self.browser.switch_to.active_element.get_attribute("data-text"), self.text(".link-list code"))
        self.tap(Keys.ENTER)
        self.took("give the pages to the client")

    def test_a_deck_dropped(self):
        self.drop_deck(("code,name,L*,a*,b*", "A1,Fog Bell,80,-1,2.5", ""))
        self.took("bring in a deck")

    def test_a_value_typed(self):
        self.open("/")
        self.tap("/")
        self.text_act("#find", "#d4dedc")
        self.wait(lambda: self.all("#found form[action$='/start/'] button"))
        self.settled()
        self.tap(Keys.ARROW_DOWN, Keys.ENTER)
        self.wait(lambda: self.all("#review"))
        self.assertIn("screen", self.text("aside, .basis, main"))
        self.took("review a value typed from a screen")

    def test_a_room_in_a_sentence(self):
        self.open("/")
        self.hit("header a[href='/jobs/']")
        self.wait(lambda: self.all("#describe-text"))
        sentence = "north-facing bedroom 3.6 x 4.2 x 2.5 m in York, oak floor, beige tile hearth, 2700 K"
        self.text_act("#describe-text", sentence)
        self.tap(Keys.TAB, Keys.ENTER)
        self.wait(lambda: self.all("[name=when]"))
        said = []
        for season in ("midwinter", "midsummer"):
            self.hit(f"fieldset.choices label:has([value='{season}'])")
            self.wait(lambda season=season: self.find(f"[name=when][value='{season}']").is_selected())
            self.settled()
            said.append(self.text(".day dl"))
        self.assertNotEqual(*said)
        self.took("see a room of a sentence in December and in June")

    def test_a_sceptic_answered(self):
        self.open("/reviews/8/reading/")
        self.settled()
        self.hit(".say details summary")
        self.assertIn("painted", self.text(".say details"))
        self.took("say why this grey is blue")

    def test_an_article_for_anybody(self):
        self.open("/reviews/8/reading/")
        self.settled()
        self.step("9", "verdict")
        self.hit("a[href$='/article/']")
        self.wait(lambda: self.all("form[action$='/publish/'] button"))
        self.hit("form[action$='/publish/'] button")
        address = self.wait(lambda: self.text("main code"))
        self.hit("button[data-text]")
        self.took("publish an article of a colour")
        self.open("/" + address.split("/", 3)[3])
        self.assertNotIn("reading house", self.text("main"))
        self.assertNotIn("Library", self.text("main"))

    def test_a_no_of_the_client_found_again(self):
        self.open("/reviews/8/verdict/")
        self.settled()
        self.hit("button[formaction$='/share/']")
        address = self.wait(lambda: self.text(".link-list code"))
        self.answer_no(address)
        self.open("/")
        self.actions = 0
        self.tap("/")
        self.text_act("#find", "client said no this month")
        self.wait(lambda: "Reviews" in self.text("#found"))
        self.tap(Keys.ARROW_DOWN, Keys.ENTER)
        self.wait(lambda: self.all("#review"))
        self.assertIn("/reviews/8/", self.browser.current_url)
        self.took("find what a client said no to")

    def test_a_file_with_odd_headings(self):
        self.drop_deck(
            (
                "Farbnummer;Farbname;Helligkeit;a;b",
                "A1;Fog Bell;80;-1;2,5",
                "A2;Slack Rope;x;0;1",
                ";;;;",
                "A4;Low Sill;60;1",
            )
        )
        self.took("bring in a file with odd headings and spoilt lines")

    def test_a_job_handed_over(self):
        self.open("/")
        self.hit(".by-state a[href^='/jobs/1']")
        self.wait(lambda: self.all("form[action$='/hand-over/']"))
        self.hit("details:has(form[action$='/hand-over/']) > summary")
        self.actions += 2
        self.browser.execute_script("document.querySelector('form[action$=\"/hand-over/\"] select').selectedIndex = 0")
        self.text_act("form[action$='/hand-over/'] [name=note]", "The client is away until Monday.")
        self.tap(Keys.ENTER)
        self.wait(lambda: "The client is away until Monday." in self.text("main"))
        self.took("hand a job over")
