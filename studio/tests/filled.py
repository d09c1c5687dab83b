"""A studio with one of everything, so that every address there is can be walked."""

from django.contrib.auth.models import User
from django.utils import timezone

from decks import files
from decks import services as deck_services
from decks.shared_decks import open_to_changes
from documents.sharing import services as sharing_services
from instruments.models import Session
from jobs import photos
from jobs import services as job_services
from jobs.models import Job, Metered, Room
from methods import services as method_services
from people import queries as people
from people.models import Invitation, Member, Role
from prism import demo
from prism.stimulus import from_lab
from steps import services as step_services
from studio.tests.test_permissions import FILE, address
from tinting import services as tinting_services
from tinting.tests import world
from training.models import SetWall
from viewings import services as viewing_services
from web.pictures import cleaned
from web.tests.test_pictures import png


class Filled(world.Studio):
    def setUp(self):
        super().setUp()
        own = people.membership(self.isla)
        self.people = {Role.OWNER: self.isla}
        for role in (Role.SPECIALIST, Role.JUNIOR):
            user = User.objects.create_user(role.value, first_name=role.value)
            Member.objects.create(user=user, studio=own.studio, role=role)
            self.people[role] = user
        self.review = step_services.start(self.isla, world.colour("H16.3"))
        self.job = job_services.keep_job(self.isla, Job(), {"title": "Quay", "latitude": 57.0, "longitude": -2.0})
        self.room = Room.objects.create(job=self.job, name="Loft", width=4, depth=4, height=2.5)
        reading = Metered.objects.create(
            room=self.room, wall="north", at=timezone.now(), sky="clear", lux=90, computed_lux=100
        )
        self.method = method_services.copy(self.isla, "wall-practice")
        self.waiting = files.start(self.isla, "Own", "own.csv", FILE)
        colour = world.colour("H06.3")
        with open_to_changes():
            deck_services.replace_values([(colour, deck_services.numbers_of(from_lab((70, 0, 0))))], "measured", None)
        kept = deck_services.keep_in_set(self.isla, "Quay", colour)
        session = Session.objects.create(owner=self.isla, thing="limed larch")
        system = tinting_services.keep_system(self.isla, demo.tint_system())
        invitation = Invitation.objects.create(studio=own.studio, name="Una", made_by=self.isla)
        viewing = viewing_services.look_now(self.isla, self.review, self.review.colour, "north")
        link = sharing_services.share(self.isla, self.job, [self.review], 30)
        answer = sharing_services.answer(link, self.review, "yes", "", "")
        photo = photos.add(self.isla, self.room, cleaned(png(40, 30)), "hearth")
        rule = job_services.rule_white(self.isla, self.job, colour, "forbid", "too blue")
        wall = SetWall.objects.create(
            owner=self.isla, origin=SetWall.Origin.STUDIO, method="wall-practice", kind="lrv", axis="lighter",
            boards=[colour.pk], accepted=[["50"]], choices=["40", "50"], apart=10, because="It has.",
        )  # fmt: skip
        self.filled = {
            "studio-wall": {"pk": wall.pk},
            "review": {
                "pk": self.review.pk,
                "step": "verdict",
                "act": "keep",
                "section": "is",
                "slide": "slide-colour",
            },
            "job": {"pk": self.job.pk},
            "job-white-rule": {"pk": self.job.pk, "rule": rule.pk},
            "room": {"pk": self.room.pk, "reading": reading.pk},
            "room-photo": {"pk": photo.pk},
            "room-photo-add": {"pk": self.room.pk},
            "articles-pair": {"pk": self.review.pk, "other": self.review.pk},
            "link": {"pk": link.pk},
            "answer": {"pk": answer.pk},
            "viewing": {"pk": viewing.pk},
            "viewing-now": {"pk": self.review.pk},
            "method": {"pk": self.method.pk},
            "deck": {"pk": self.waiting.pk},
            "reader": {"pk": session.pk},
            "tinting-system": {"pk": system.pk},
            "colour": {"pk": colour.pk, "colour": colour.pk, "earlier": colour.earlier.get().pk},
            "colour-leave-out": {"pk": kept.pk, "colour": colour.pk},
            "person": {"pk": people.membership(self.people[Role.JUNIOR]).pk},
            "invitation": {"pk": invitation.pk},
        }

    def url(self, pattern):
        kinds = [kind for kind in self.filled if pattern.name == kind or pattern.name.startswith(f"{kind}-")]
        return address(pattern, **self.filled[max(kinds, key=len)]) if kinds else address(pattern)
