"""What is pressed twice is done once, visitors have studios of their own, and text never becomes a script."""

from django.contrib.auth.models import User
from django.db import connection
from selenium.webdriver.common.action_chains import ActionChains

from e2e.browser import BrowserTest
from jobs.models import Job
from reviews.models import Review
from studio import demo_visit


class Trust(BrowserTest):
    def new_job(self, title):
        self.open("/jobs/new/")
        self.find("[name=title]").send_keys(title)
        return self.find("form button.strong")

    def test_a_double_click_and_a_step_back_make_one(self):
        ActionChains(self.browser).double_click(self.new_job("Fog horn")).perform()
        self.wait(lambda: "Fog horn" in self.text("h1"))
        self.assertEqual(Job.objects.filter(title="Fog horn").count(), 1)
        form = {"button": self.new_job("Slip house"), "token": self.find("main [name=csrfmiddlewaretoken]")}
        token = form["token"].get_attribute("value")
        form["button"].click()
        self.wait(lambda: "Slip house" in self.text("h1"))
        first = self.browser.current_url
        self.new_job("Slip house")  # as the page stands in the browser's memory, with the token that it had
        self.browser.execute_script(
            "document.querySelector('main [name=csrfmiddlewaretoken]').value = arguments[0]", token
        )
        self.find("form button.strong").click()
        self.wait(lambda: "was sent before" in self.text(".notices"))
        self.assertEqual(self.browser.current_url, first)
        self.assertEqual(Job.objects.filter(title="Slip house").count(), 1)

    def test_another_visitor_has_another_studio_and_may_begin_anew(self):
        self.browser.delete_all_cookies()
        self.open("/sign-in/")
        self.click("form[action='/enter-demo/'] button")
        self.wait(lambda: self.find("#begin-title"))
        visitor = User.objects.filter(username__startswith=demo_visit.VISITOR).get()
        self.assertEqual(Review.objects.filter(owner=visitor).count(), 9)
        self.open("/account/")
        self.assert_accessible("the account of a visitor")
        self.click("#fresh-title + details summary")
        self.click("[name=again]")
        self.wait(lambda: self.find("#begin-title"))
        connection.close()
        again = User.objects.filter(username__startswith=demo_visit.VISITOR).get()
        self.assertNotEqual(again.pk, visitor.pk)

    def test_text_never_becomes_a_script(self):
        blocked = self.browser.execute_script("""
            const made = (name) => document.createElement(name);
            const tried = {
                named: () => { made('script').src = '/x.js'; },
                written: () => { made('script').text = '1'; },
                started: () => { made('button').setAttribute('onclick', '1'); },
            };
            const refuses = (act) => { try { act(); return false; } catch (wrong) { return true; } };
            return Object.keys(tried).filter((name) => refuses(tried[name]));
        """)
        self.assertEqual(blocked, ["named", "written", "started"])
        said = []
        self.wait(lambda: said.extend(self.browser.get_log("browser")) or len(said) >= 3)
        for entry in said:
            self.assertRegex(entry["message"], "Trusted|Content Security Policy")
