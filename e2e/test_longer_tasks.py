"""Whole tasks of more than one place or person, counted: samples, a client's no, ten exercises, somebody invited."""

from e2e.browser import PHONE, WIDE, Keys, resize
from e2e.counted import Counted
from prism.training.exercise import Kind
from reviews.models import Review
from training.models import Returning, Sitting, Wall


class LongerTasks(Counted):
    def test_samples_into_the_calendar_and_one_looked_at(self):
        self.open("/reviews/8/reading/")
        self.settled()
        self.step("8", "samples")
        self.hit("form[action$='/samples/schedule/'] button")
        self.wait(lambda: "viewings are planned" in self.text(".finding-line"))
        self.settled()
        self.hit("form[action$='/samples/schedule/'] a[href='/viewings/']")
        self.wait(lambda: self.all(".slot a"))
        self.hit("a[href$='.ics']")
        resize(self.browser, *PHONE)
        self.look_at_one()
        resize(self.browser, *WIDE)
        self.took("plan samples, take the viewings into a calendar, look at one on a phone")

    def test_decided_given_and_the_no_of_the_client_seen(self):
        self.open("/reviews/8/reading/")
        self.settled()
        self.decide()
        self.step("9", "verdict")
        self.hit("button[formaction$='/share/']")
        address = self.wait(lambda: self.text(".link-list code"))
        self.tap(Keys.ENTER)  # copies the link
        self.answer_no(address)
        self.open("/")
        self.hit("a[href*='/reviews/8/samples/?show=decide']")
        self.wait(lambda: "Too cold for the evening." in self.text("main"))
        self.took("decide, give the pages, and see the client’s no")

    def test_ten_exercises_and_what_they_say(self):
        self.open("/")
        self.hit("header a[href='/training/']")
        self.wait(lambda: self.all("form[action$='/training/begin/']"))
        if self.all("[name=looked]"):
            self.hit("[name=looked]")
        owner = Review.objects.get(pk=8).owner

        def next_of_one_pick():
            Returning.objects.filter(owner=owner).delete()
            for kind in (Kind.WARMER, Kind.LIGHTER):  # in turn, since no kind hangs twice running
                Returning.objects.create(owner=owner, kind=kind, axis="wanted", card={}, due="2020-01-01T00:00Z")

        next_of_one_pick()
        self.hit("form[action$='/training/begin/'] button")
        self.wait(lambda: self.all(".training-boards"))
        for _ in range(10):
            Sitting.objects.update(until="2099-01-01T00:00Z")
            wall = Wall.objects.filter(right=None).latest("id")
            next_of_one_pick()  # questions of more picks are as quick, by more keys
            picks = (
                wall.accepted[0] * wall.wanted
                if wall.kind == "undertone"
                else wall.accepted[0][: max(wall.wanted - 1, 1)]
            )
            for pick in picks:
                place = wall.choices.index(pick) if isinstance(pick, str) else pick - wall.given
                page = self.find("html").id
                self.hit(f"#step-{place + 1}")
                self.wait(lambda page=page: self.find("html").id != page)
        self.wait(lambda: "10 of 10 right" in self.text("h1"))
        self.took("answer ten exercises and read what they say")

    def test_somebody_invited_given_a_role_and_a_job(self):
        self.open("/")
        self.hit("header a[href='/people/']")
        self.wait(lambda: self.all("form[action$='/invite/']"))
        self.text_act("form[action$='/invite/'] [name=name]", "Una Slate")
        self.hit("form[action$='/invite/'] button")
        self.wait(lambda: self.all("button[data-text*='/join/']"))
        self.hit("button[data-text*='/join/']")
        self.open("/")
        self.hit(".by-state a[href^='/jobs/1']")
        self.wait(lambda: self.all("form[action$='/hand-over/']"))
        self.hit("details:has(form[action$='/hand-over/']) > summary")
        self.text_act("form[action$='/hand-over/'] [name=note]", "Hers from Monday.")
        self.tap(Keys.ENTER)
        self.wait(lambda: "Hers from Monday." in self.text("main"))
        self.took("invite somebody, and hand a job over")

    def test_an_article_with_its_pictures(self):
        self.open("/reviews/8/reading/")
        self.settled()
        self.step("9", "verdict")
        self.hit("a[href$='/article/']")
        self.wait(lambda: self.all("a[href$='.zip'], a[href$='/folder/']"))
        self.hit("a[href$='.zip'], a[href$='/folder/']")
        self.hit("form[action$='/publish/'] button")
        self.wait(lambda: self.text("main code"))
        self.took("publish an article with its pictures")

    def test_a_consultation_of_a_home_with_a_sentence_of_ones_own(self):
        self.open("/")
        self.hit(".by-state a[href^='/jobs/1']")
        self.wait(lambda: self.all("main a[href='/jobs/1/document/']"))
        self.hit("main a[href='/jobs/1/document/']")
        self.wait(lambda: self.all("main td a[href$='/document/']"))
        self.hit("main td a[href='/reviews/8/document/']")
        self.wait(lambda: self.all("#section-verdict summary"))
        self.hit("#section-verdict summary")
        self.text_act("#text-verdict", " The larch shelves stay as they are.")
        self.hit("#section-verdict form.stack button")
        self.wait(lambda: "The larch shelves stay" in self.text("#section-verdict"))
        self.hit(".where a[href='/jobs/1/']")
        self.wait(lambda: self.all("main a[href='/jobs/1/document/']"))
        self.hit("main a[href='/jobs/1/document/']")
        self.wait(lambda: self.all("form[action$='/document/'] button"))
        self.hit("form[action$='/document/'] button")
        self.wait(lambda: "Open it" in self.text("main"))
        self.took("make the consultation of a home, with a sentence of one's own")

    def test_a_round_up_of_three_colours(self):
        self.open("/reviews/8/reading/")
        self.settled()
        self.step("9", "verdict")
        self.hit("a[href$='/article/']")
        self.wait(lambda: self.all("a[href^='/articles/?']"))
        self.hit("a[href^='/articles/?']")
        self.wait(lambda: self.all("[name=review]:checked"))
        for box in self.all("[name=review]:not(:checked)")[:2]:
            self.actions += 1
            box.click()
        self.hit("main form .strong")
        self.wait(lambda: len(self.all("c-article section, article section")) == 3)
        self.hit("a[href^='/articles/round-up.zip']")
        self.took("make a round-up of three colours")
