"""Roles, invitations, joining, closing; and that what one of a studio makes the others have."""

import io
import re
from datetime import timedelta

from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import TestCase
from django.urls import reverse
from django.utils import timezone
from PIL import Image

from people import queries, services
from people.models import Invitation, Member, Role


def studio(*roles):
    """Return users of one studio, in these roles."""
    first = User.objects.create_user("isla", first_name="Isla", last_name="Orr")
    own = queries.membership(first)
    found = [first]
    for number, role in enumerate(roles):
        user = User.objects.create_user(f"person{number}", first_name=f"Person {number}")
        Member.objects.create(user=user, studio=own.studio, role=role)
        found.append(user)
    return found


class Studios(TestCase):
    def test_somebody_alone_owns_a_studio(self):
        user = User.objects.create_user("rory", first_name="Rory")
        self.assertEqual((queries.membership(user).role, str(queries.studio_of(user))), (Role.OWNER, "Studio of Rory"))
        self.assertEqual(queries.team(user), (user.pk,))

    def test_a_team_knows_its_own_and_nobody_else(self):
        isla, junior = studio(Role.JUNIOR)
        other = User.objects.create_user("other")
        self.assertEqual(set(queries.team(junior)), {isla.pk, junior.pk})
        self.assertNotIn(other.pk, queries.team(isla))
        self.assertEqual(queries.founder(junior), isla.pk)
        self.assertEqual([queries.may_change(u) for u in (isla, junior)], [True, False])
        self.assertEqual([queries.may_manage(u) for u in (isla, junior)], [True, False])


class Letterhead(TestCase):
    def setUp(self):
        self.isla, self.junior = studio(Role.JUNIOR)
        self.client.force_login(self.isla)
        drawn = io.BytesIO()
        Image.new("RGB", (40, 20)).save(drawn, "PNG")
        self.picture = drawn.getvalue()

    def keep(self, content=None, **sent):
        more = {"file": SimpleUploadedFile("head.png", content)} if content is not None else {}
        return self.client.post(reverse("studio-rename"), {"name": "Orr", "letterhead": "3 Wharf Row", **more, **sent})

    def studio(self):
        return queries.Studio.objects.get(pk=queries.studio_of(self.isla).pk)

    def test_it_is_kept_and_its_picture_written_anew(self):
        self.assertEqual(self.keep(self.picture).status_code, 302)
        kept = self.studio()
        self.assertEqual((kept.name, kept.lines), ("Orr", ["3 Wharf Row"]))
        self.assertTrue(bytes(kept.picture).startswith(b"\xff\xd8"))
        self.keep()  # without a picture the one there is stays
        self.assertTrue(self.studio().picture)
        self.assertEqual(self.client.get(reverse("studio-picture")).content, bytes(self.studio().picture))
        self.keep(without="on", terms="Fees within 30 days.")
        self.assertFalse(self.studio().picture)
        self.assertContains(self.client.get(reverse("studio")), "Fees within 30 days.", count=2)

    def test_what_is_no_picture_or_too_large_is_refused_and_nothing_changes(self):
        for content, said in ((b"no picture", "not a picture"), (b"\0" * 1_100_000, "too large")):
            self.assertContains(self.keep(content), said, status_code=422)
        self.assertEqual(self.studio().letterhead, "")

    def test_a_junior_does_not_change_it(self):
        self.client.force_login(self.junior)
        self.assertEqual(self.keep(self.picture).status_code, 403)
        self.assertEqual(self.client.get(reverse("studio")).status_code, 403)


class Inviting(TestCase):
    def setUp(self):
        self.isla, self.junior = studio(Role.JUNIOR)
        self.client.force_login(self.isla)

    def link(self, name="Ben Tarn", role="junior"):
        self.client.post(reverse("person-invite"), {"name": name, "role": role})
        page = self.client.get(reverse("people")).content.decode()
        return re.search(r'value="http://testserver(/join/[^"]+)"', page)[1]

    def test_a_link_lets_one_person_in_once(self):
        link = self.link()
        self.client.logout()
        page = self.client.get(link)
        self.assertContains(page, "Join Studio of Isla Orr")
        sent = {"username": "ben", "password1": "larch and slate", "password2": "larch and slate"}
        wrong = self.client.post(link, sent | {"password2": "another"})
        self.assertEqual(wrong.status_code, 422)
        self.assertContains(wrong, 'value="ben"', status_code=422)
        self.assertRedirects(self.client.post(link, sent), reverse("home"))
        ben = User.objects.get(username="ben")
        self.assertEqual((ben.get_full_name(), ben.membership.role), ("Ben Tarn", Role.JUNIOR))
        self.assertIn(ben.pk, queries.team(User.objects.get(pk=self.isla.pk)))
        self.client.logout()
        self.assertContains(self.client.get(link), "was used", status_code=410)
        self.assertEqual(self.client.post(link, sent | {"username": "b2"}).status_code, 410)

    def test_a_link_expires_and_can_be_withdrawn(self):
        link = self.link()
        Invitation.objects.update(expires=timezone.now() - timedelta(minutes=1))
        self.assertEqual(self.client.get(link).status_code, 410)
        other = self.link("Una")
        self.client.post(reverse("invitation-withdraw", args=[Invitation.objects.get(name="Una").pk]))
        self.assertEqual(self.client.get(other).status_code, 410)
        self.assertEqual(self.client.get("/join/nothing-at-all/").status_code, 410)

    def test_the_last_owner_stays(self):
        own = self.isla.membership
        for name, sent in (("person-role", {"role": "junior"}), ("person-close", {})):
            page = self.client.post(reverse(name, args=[own.pk]), sent)
            self.assertContains(page, "only owner", status_code=422)
        self.client.post(reverse("person-role", args=[self.junior.membership.pk]), {"role": "owner"})
        self.client.post(reverse("person-role", args=[own.pk]), {"role": "specialist"})
        self.assertEqual(Member.objects.get(pk=own.pk).role, Role.SPECIALIST)

    def test_a_closed_account_signs_in_no_more_and_can_be_opened(self):
        member = self.junior.membership
        self.junior.set_password("larch and slate")
        self.junior.save()
        self.client.post(reverse("person-close", args=[member.pk]))
        door = {"username": "person0", "password": "larch and slate"}
        other = self.client_class()
        self.assertEqual(other.post(reverse("sign-in"), door).status_code, 200)
        self.assertNotIn("_auth_user_id", other.session)
        self.assertIn(self.junior.pk, queries.team(User.objects.get(pk=self.isla.pk)))
        self.client.post(reverse("person-reopen", args=[member.pk]))
        self.assertRedirects(other.post(reverse("sign-in"), door), reverse("home"))

    def test_someone_signed_in_is_out_at_once_when_closed(self):
        other = self.client_class()
        other.force_login(self.junior)
        self.assertEqual(other.get(reverse("people")).status_code, 200)
        services.close(self.junior.membership)
        self.assertEqual(other.get(reverse("people")).status_code, 302)

    def test_only_owners_manage(self):
        self.client.force_login(self.junior)
        page = self.client.get(reverse("people"))
        self.assertNotContains(page, "Make a link")
        member = self.isla.membership.pk
        for name, args in (("person-invite", ()), ("person-role", (member,)), ("person-close", (member,)),
                           ("person-reopen", (member,)), ("studio-rename", ())):  # fmt: skip
            refused = self.client.post(reverse(name, args=args), {"name": "X", "role": "junior"})
            self.assertContains(refused, "Only an owner changes", status_code=403)

    def test_another_studios_people_are_not_there(self):
        rory = User.objects.create_user("rory")
        member = queries.membership(rory)
        for name in ("person-role", "person-close", "person-reopen"):
            self.assertEqual(self.client.post(reverse(name, args=[member.pk]), {"role": "junior"}).status_code, 404)
        self.client.force_login(rory)
        self.assertNotContains(self.client.get(reverse("people")), "Isla")
