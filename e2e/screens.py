"""Every screen there is, in the demo studio that the browser's tests walk through."""

STEPS = ("reading", "compare", "alternatives", "light", "strength", "whites", "palette", "samples", "verdict")
SCREENS = (
    "/", "/find/?q=pale+grey", "/colours/", "/colours/1/", "/colours/own/", "/colours/sets/", "/colours/import/",
    "/colours/new/spectrum/", "/colours/new/lab/", "/colours/new/hex/", "/reader/", "/reader/machine/", "/methods/",
    "/training/", "/people/", "/people/work/", "/account/", "/viewings/", "/words/", "/manual/", "/screen/", "/jobs/",
    "/jobs/new/",
    "/jobs/bring-in/", "/jobs/1/",
    "/jobs/1/edit/",
    "/jobs/1/document/", "/jobs/1/home/", "/jobs/1/record/", "/jobs/1/samples/", "/jobs/1/share/", "/jobs/1/rooms/new/",
    "/rooms/1/", "/rooms/1/edit/", "/rooms/1/finishes/", "/reviews/8/document/", "/reviews/8/record/",
    "/reviews/8/showing/", "/reviews/8/showing/notes/", "/reviews/8/showing/slides/",
    "/reviews/8/article/", "/articles/",
    "/articles/?review=8&review=4&review=3", "/jobs/1/proposal/", "/jobs/1/palette/", "/find/?q=like+H16.3+but+warmer",
    *(f"/reviews/8/{step}/" for step in STEPS), "/reviews/8/samples/?show=samples", "/reviews/8/samples/?show=decide",
    "/reviews/8/palette/?show=use", "/reviews/8/strength/?show=formula",
)  # fmt: skip
"""Their addresses; review 8 is in a room."""
