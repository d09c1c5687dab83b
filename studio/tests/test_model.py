"""A model of a user: acts in any order, by the services and through the pages, and after each the studio is what the
model says should have come of it. `THOROUGH=1` for ten thousand acts.
"""

import os
from unittest.mock import patch

from django.contrib.auth.models import User
from django.db import transaction
from django.test import Client, TestCase
from django.urls import reverse
from hypothesis import HealthCheck, settings
from hypothesis import strategies as st
from hypothesis.stateful import (
    Bundle,
    RuleBasedStateMachine,
    initialize,
    invariant,
    multiple,
    precondition,
    rule,
    run_state_machine_as_test,
)

from decks import services as deck_services
from decks.models import ColourSet
from decks.tests import world
from documents import services as document_services
from documents.models import Shared
from documents.sharing import services as sharing_services
from jobs import services as job_services
from jobs.models import Job, Room
from people import services as people_services
from people.models import Member, Role
from people.queries import may_change, membership
from records.models import Change
from reviews import services
from reviews.models import Review, Shortlisted
from steps import services as step_services
from steps.alternatives import services as place_services
from steps.verdict import services as verdict_services
from steps.verdict.services import version_of
from viewings import services as viewing_services
from viewings.services import Decided, DecidedError

COLOURS = ("H16.3", "H06.3", "T05.4", "T06.2", "H10.2")
TEXTS = st.sampled_from(["", "Cool.", "Δ −2 by the window", "Two\nlines", "<b>not bold</b>", "«ja»" * 40])
ROLES = (Role.SPECIALIST, Role.JUNIOR)


class ByServices:
    """Acts done by the services, as scripts and views do them."""

    def __init__(self, user):
        self.user = user

    def start(self, colour):
        return step_services.start(self.user, colour).pk

    def write(self, review, field, text, seen):
        texts, versions = {field: text}, {field: version_of(seen)} if seen is not None else None
        return not verdict_services.write(review, texts, versions)

    def soft_delete(self, review):
        services.delete(review)

    def bring_back(self, review):
        services.restore(review)

    def move(self, review, room):
        services.move(review, room)

    def shortlist(self, review, colour):
        services.shortlist(review, colour)

    def off_shortlist(self, review, colour):
        place_services.off_shortlist(review, colour)

    def along_shortlist(self, review, colour, to):
        place_services.move_on_shortlist(review, colour, to)

    def decide(self, review, colour, reason):
        try:
            viewing_services.decide(self.user, review, Decided(colour, reason, "matte"))
        except DecidedError:
            return False
        return True

    def reopen(self, review):
        viewing_services.reopen(self.user, review.decisions.get(reopened=None))

    def keep_in_set(self, colour, name):
        deck_services.keep_in_set(self.user, name, colour)

    def leave_out(self, colour, name):
        deck_services.leave_out(ColourSet.objects.get(name=name), colour)

    def job(self, title):
        return job_services.keep_job(self.user, Job(), {"title": title, "latitude": 57.0, "longitude": -2.0}).pk

    def room_aside(self, room, back):
        (job_services.undelete if back else job_services.soft_delete)(self.user, room)

    def say(self, review, text):
        document_services.write(self.user, review, "is", text, "computed")

    def share(self, job, review):
        return sharing_services.share(self.user, job, [review], 30).pk

    def withdraw(self, link):
        sharing_services.withdraw(link)

    def role(self, member, role):
        people_services.change_role(member, role)

    def close(self, member):
        people_services.close(member)

    def reopen_account(self, member):
        people_services.reopen(member)


class ByPages(ByServices):
    """The same acts through the pages, as a browser sends them."""

    def __init__(self, user):
        super().__init__(user)
        self.client = Client()
        self.client.force_login(user)

    def post(self, name, /, *where, expected=(200, 302), **sent):
        answer = self.client.post(reverse(name, args=where), sent)
        assert answer.status_code in expected, (name, answer.status_code)
        return answer

    def act(self, review, step, name, /, **sent):
        return self.post("review-act", review.pk, step, name, expected=(200, 302, 422), **sent)

    def start(self, colour):
        return int(self.post("review-start", colour=colour.pk)["Location"].split("/")[2])

    def write(self, review, field, text, seen):
        versions = {f"seen-{field}": version_of(seen)} if seen is not None else {}
        return self.act(review, "verdict", "keep", **{field: text.replace("\n", "\r\n")}, **versions).status_code != 422

    def soft_delete(self, review):
        self.post("review-delete", review.pk)

    def bring_back(self, review):
        self.post("review-restore", review.pk)

    def move(self, review, room):
        self.post("review-move", review.pk, room=room.pk if room else "")

    def shortlist(self, review, colour):
        self.act(review, "alternatives", "shortlist", colour=colour.pk, act="add")

    def off_shortlist(self, review, colour):
        self.act(review, "alternatives", "shortlist", colour=colour.pk, act="off")

    def along_shortlist(self, review, colour, to):
        self.act(review, "alternatives", "shortlist", colour=colour.pk, act="to", to=to)

    def decide(self, review, colour, reason):
        return self.act(review, "samples", "decide", colour=colour.pk, sheen="matte", reason=reason).status_code != 422

    def reopen(self, review):
        self.act(review, "samples", "reopen", decision=review.decisions.get(reopened=None).pk)

    def keep_in_set(self, colour, name):
        self.post("colour-keep", colour=colour.pk, set_name=name)

    def leave_out(self, colour, name):
        self.post("colour-leave-out", ColourSet.objects.get(name=name).pk, colour.pk)

    def job(self, title):
        self.post("job-new", title=title, latitude="57", longitude="-2", zone="Europe/London", state="looking")
        return Job.objects.latest("pk").pk

    def room_aside(self, room, back):
        self.post("room-restore" if back else "room-delete", room.pk)

    def say(self, review, text):
        self.post("review-document-edit", review.pk, "is", text=text, act="keep")

    def share(self, job, review):
        self.post("job-share", job.pk, reviews=[review.pk], days=30)
        return Shared.objects.latest("pk").pk

    def withdraw(self, link):
        self.post("link-withdraw", link.pk)

    def role(self, member, role):
        self.post("person-role", member.pk, role=role)

    def close(self, member):
        self.post("person-close", member.pk)

    def reopen_account(self, member):
        self.post("person-reopen", member.pk)


class Studio(RuleBasedStateMachine):
    """What should have come of all that was done."""

    reviews, rooms, links = Bundle("reviews"), Bundle("rooms"), Bundle("links")

    @initialize(pages=st.booleans())
    def begin(self, pages):
        self.point = transaction.savepoint()
        self.user = User.objects.get(username="isla")
        self.user.__dict__.pop("_team", None)
        self.does = (ByPages if pages else ByServices)(self.user)
        self.colours = {code: world.colour(code) for code in COLOURS}
        self.held, self.aside, self.open_links, self.sets, self.acts = {}, set(), {}, {}, 0
        other = User.objects.create_user("rory")
        self.member = Member.objects.create(user=other, studio=membership(self.user).studio, role=Role.SPECIALIST)
        self.role, self.closed, self.jobs = Role.SPECIALIST, False, set()

    def teardown(self):
        if hasattr(self, "point"):
            transaction.savepoint_rollback(self.point)

    def review(self, pk):
        return Review.objects.get(pk=pk)

    # --- reviews ---

    @rule(target=reviews, code=st.sampled_from(COLOURS))
    def start(self, code):
        pk = self.does.start(self.colours[code])
        self.held[pk] = {
            "colour": code, "verdict": "", "notes": "", "earlier": {"verdict": [""], "notes": [""]}, "room": None,
            "shortlist": [], "decided": None, "decisions": 0, "said": None, "gone": False,
        }  # fmt: skip
        return pk

    @rule(pk=reviews, field=st.sampled_from(["verdict", "notes"]), text=TEXTS, tab=st.integers(-1, 3))
    def write(self, pk, field, text, tab):
        """Write from a tab that was opened a while ago, or (-1) without saying what was seen."""
        held = self.held[pk]
        if held["gone"]:
            return
        earlier = held["earlier"][field]
        seen = None if tab < 0 else earlier[max(0, len(earlier) - 1 - tab)]
        now = held[field]
        kept = self.does.write(self.review(pk), field, text, seen)
        if text == now or seen == text:
            assert kept
        elif seen is not None and seen != now:
            assert not kept, (seen, now, text)
        else:
            assert kept
            held[field] = text
            earlier.append(text)

    @rule(pk=reviews)
    def soft_delete(self, pk):
        if not self.held[pk]["gone"]:
            self.does.soft_delete(self.review(pk))
            self.held[pk]["gone"] = True

    @rule(pk=reviews)
    def bring_back(self, pk):
        self.does.bring_back(self.review(pk))
        self.held[pk]["gone"] = False

    @rule(pk=reviews, code=st.sampled_from(COLOURS))
    def shortlist(self, pk, code):
        held = self.held[pk]
        if held["gone"]:
            return
        self.does.shortlist(self.review(pk), self.colours[code])
        if code not in held["shortlist"] and len(held["shortlist"]) < Shortlisted.MOST:
            held["shortlist"].append(code)

    @rule(pk=reviews, code=st.sampled_from(COLOURS))
    def off_shortlist(self, pk, code):
        held = self.held[pk]
        if not held["gone"]:
            self.does.off_shortlist(self.review(pk), self.colours[code])
            held["shortlist"] = [one for one in held["shortlist"] if one != code]

    @rule(pk=reviews, code=st.sampled_from(COLOURS), to=st.integers(0, 9))
    def along_shortlist(self, pk, code, to):
        held = self.held[pk]
        if held["gone"]:
            return
        self.does.along_shortlist(self.review(pk), self.colours[code], to)
        if code in held["shortlist"] and to >= 1:
            held["shortlist"].remove(code)
            held["shortlist"].insert(to - 1, code)

    @rule(pk=reviews, code=st.sampled_from(COLOURS), reason=st.sampled_from(["It holds.", "She likes it.", "−2"]))
    def decide(self, pk, code, reason):
        held = self.held[pk]
        if held["gone"] or code not in (held["colour"], *held["shortlist"]):
            return
        made = self.does.decide(self.review(pk), self.colours[code], reason)
        assert made == (held["decided"] is None)
        if made:
            held["decided"], held["decisions"] = code, held["decisions"] + 1

    @rule(pk=reviews)
    def reopen(self, pk):
        held = self.held[pk]
        if not held["gone"] and held["decided"]:
            self.does.reopen(self.review(pk))
            held["decided"] = None

    @rule(pk=reviews, text=st.sampled_from(["Our grey.", "A white with a little green.", "x" * 900]))
    def say(self, pk, text):
        if not self.held[pk]["gone"]:
            self.does.say(self.review(pk), text)
            self.held[pk]["said"] = text

    # --- rooms, links, sets, people ---

    @rule(target=rooms, title=st.sampled_from(["Quay", "Old slip"]))
    def room(self, title):
        pk = self.does.job(title)
        self.jobs.add(pk)
        first, second = (Room.objects.create(job_id=pk, name=n, width=4, depth=4, height=2.5).pk for n in "AB")
        return multiple(first, second)

    @rule(pk=reviews, room=rooms)
    def move(self, pk, room):
        if not self.held[pk]["gone"] and room not in self.aside:
            self.does.move(self.review(pk), Room.objects.get(pk=room))
            self.held[pk]["room"] = room

    @rule(room=rooms)
    def room_aside(self, room):
        back = room in self.aside
        self.does.room_aside(Room.objects.get(pk=room), back)
        (self.aside.discard if back else self.aside.add)(room)

    @rule(target=links, pk=reviews)
    def share(self, pk):
        held = self.held[pk]
        if held["gone"] or held["room"] is None or held["room"] in self.aside:
            return multiple()
        link = self.does.share(Room.objects.get(pk=held["room"]).job, self.review(pk))
        self.open_links[link] = True
        return link

    @rule(link=links)
    def withdraw(self, link):
        self.does.withdraw(Shared.objects.get(pk=link))
        self.open_links[link] = False

    @rule(code=st.sampled_from(COLOURS), name=st.sampled_from(["Quay", "Slip"]))
    def keep_in_set(self, code, name):
        self.does.keep_in_set(self.colours[code], name)
        self.sets.setdefault(name, set()).add(code)

    @rule(code=st.sampled_from(COLOURS), name=st.sampled_from(["Quay", "Slip"]))
    def leave_out(self, code, name):
        if code in self.sets.get(name, ()):
            self.does.leave_out(self.colours[code], name)
            self.sets[name].discard(code)
            if not self.sets[name]:
                del self.sets[name]

    @rule(role=st.sampled_from(ROLES))
    def change_role(self, role):
        if not self.closed:
            self.does.role(self.member, role)
            self.role = role

    @precondition(lambda self: hasattr(self, "closed"))
    @rule()
    def close_or_open(self):
        (self.does.reopen_account if self.closed else self.does.close)(self.member)
        self.closed = not self.closed

    # --- what must hold after each ---

    @invariant()
    def is_as_it_should_be(self):
        if not hasattr(self, "held"):
            return
        self.acts += 1
        Studio.done += 1
        for pk, held in self.held.items():
            one = self.review(pk)
            assert (one.verdict, one.notes) == (held["verdict"], held["notes"]), pk
            assert (one.room_id, one.deleted is not None) == (held["room"], held["gone"])
            assert [row.colour.code for row in one.shortlist.select_related("colour")] == held["shortlist"]
            standing = [decision.colour.code for decision in one.decisions.filter(reopened=None)]
            assert standing == ([held["decided"]] if held["decided"] else [])
            assert one.decisions.count() == held["decisions"]
            said = one.document_edits.filter(section="is").first()
            assert (said.text if said else None) == held["said"]
            assert Change.objects.filter(review=one, thing="viewings.Decision", action=0).count() == held["decisions"]
        sets = {one.name: {c.code for c in one.colours.all()} for one in ColourSet.objects.filter(is_whites=False)}
        assert sets == self.sets
        assert {link.pk: link.withdrawn is None for link in Shared.objects.all()} == self.open_links
        self.member.refresh_from_db()
        assert (self.member.role, self.member.closed is not None) == (self.role, self.closed)
        assert may_change(self.member.user) == (self.role != Role.JUNIOR)
        assert set(Room.objects.exclude(deleted=None).values_list("pk", flat=True)) == self.aside


class AsTheModelSays(TestCase):
    EXAMPLES, STEPS = (400, 60) if "THOROUGH" in os.environ else (20, 40)

    @classmethod
    def setUpTestData(cls):
        world.load_deck()
        membership(User.objects.create_user("isla"))

    def test_whatever_is_done_in_whatever_order(self):
        Studio.done = 0
        told = settings(max_examples=self.EXAMPLES, stateful_step_count=self.STEPS, deadline=None, database=None,
                        suppress_health_check=list(HealthCheck))  # fmt: skip
        with patch("web.undo.offer"):
            run_state_machine_as_test(Studio, settings=told)
        print(f"{Studio.done:,} acts, each as the model says")
