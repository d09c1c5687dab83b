"""A form is the same as one sent before by what is in it, files too."""

from types import SimpleNamespace

from django.core.files.uploadedfile import SimpleUploadedFile
from django.http import QueryDict
from django.test import SimpleTestCase
from django.utils.datastructures import MultiValueDict

from web.idempotency import _key


def sent(content: bytes, name: str = "deck.csv") -> SimpleNamespace:
    files = MultiValueDict({"file": [SimpleUploadedFile(name, content)]})
    return SimpleNamespace(
        user=SimpleNamespace(pk=1), get_full_path=lambda: "/colours/import/", POST=QueryDict("a=1"), FILES=files
    )


class Keys(SimpleTestCase):
    def test_a_file_that_was_corrected_is_another_though_its_name_and_size_are_the_same(self):
        self.assertEqual(_key(sent(b"L,a,b\n1,2,3")), _key(sent(b"L,a,b\n1,2,3")))
        self.assertNotEqual(_key(sent(b"L,a,b\n1,2,3")), _key(sent(b"L,a,b\n1,2,4")))

    def test_the_file_can_be_read_after_it(self):
        request = sent(b"L,a,b\n1,2,3")
        _key(request)
        self.assertEqual(request.FILES["file"].read(), b"L,a,b\n1,2,3")
