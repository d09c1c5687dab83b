"""Walls proposed for a home: looked at, taken, taken back."""

from __future__ import annotations

from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.views.decorators.http import require_http_methods

from decks import queries as deck_queries
from jobs import queries as job_queries
from people.gate import require_editor_to_post
from prism import words
from steps.proposal import Proposal, accept, take_back
from web import undo
from web.http import StudioRequest, whole_number
from web.settled import render


@require_http_methods(["GET", "HEAD", "POST"])
@require_editor_to_post
def proposal(request: StudioRequest, pk: int) -> HttpResponse:
    """Show what is proposed for the rooms without a colour; take what was chosen, with a way back."""
    job = get_object_or_404(job_queries.listed(request.user), pk=pk)
    if request.method != "POST":
        return render(
            request, "steps/proposal.html", {"job": job, "proposal": Proposal(request.user, job), "words": words}
        )
    rooms = {room.pk: room for room in job_queries.rooms(request.user).filter(job=job, deleted=None)}
    if back := request.POST.get("back"):
        take_back(request.user, [rooms[number] for part in back.split(",") if (number := whole_number(part)) in rooms])
        return redirect("job-home", job.pk)
    wanted = {room: whole_number(request.POST.get(f"room-{room}")) for room in rooms}
    colours = deck_queries.visible_to(request.user).in_bulk([colour for colour in wanted.values() if colour])
    taken = accept(request.user, [(rooms[room], colours[pk]) for room, pk in wanted.items() if pk in colours])
    if taken:
        undo.offer(request, words.homes.walls_taken(len(taken)), "job-proposal", job.pk, back=",".join(map(str, taken)))
    return redirect("job-home", job.pk)
