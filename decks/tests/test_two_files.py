"""Two files for one deck, one taken back while the other comes in: each ends, and what is left is whole."""

from decks import files
from decks.models import Colour, Import
from decks.tests import world


def table(count, darker=0):
    lines = (f"Q{i},Tide {i},{20 + i % 70 + darker},{i % 7 - 3},{i % 11 - 5}" for i in range(count))
    return "\n".join(("code,name,L*,a*,b*", *lines)).encode()


class TwoFiles(world.Studio):
    COUNT = files.PART + 200

    def there(self):
        return Colour.objects.filter(maker__name="Quay")

    def test_a_file_that_is_taken_back_leaves_what_a_later_one_changed(self):
        first = files.apply(files.start(self.isla, "Quay", "a.csv", table(self.COUNT)))
        later = files.advance(files.start(self.isla, "Quay", "b.csv", table(self.COUNT, 1)))
        self.assertEqual((later.state, later.done), (Import.State.RUNNING, files.PART))
        files.undo(first)
        later = files.apply(later)
        self.assertEqual((later.state, self.there().count()), (Import.State.DONE, self.COUNT))
        self.assertEqual(self.there().get(code="Q0").lab_l, 21)
        files.undo(later)
        self.assertEqual(self.there().count(), 0)

    def test_of_three_the_middle_one_is_taken_back(self):
        one, two, three = (files.apply(files.start(self.isla, "Quay", "x.csv", table(40, i))) for i in range(3))
        files.undo(two)
        self.assertEqual(self.there().get(code="Q0").lab_l, 22)
        files.undo(one)
        self.assertEqual(self.there().count(), 40)
        self.assertEqual(set(self.there().values_list("brought_in", flat=True)), {three.pk})
        files.undo(three)
        self.assertEqual(self.there().count(), 0)
