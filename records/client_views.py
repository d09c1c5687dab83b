"""What is known of clients, for whoever answers for it in a studio: taken out, or erased."""

from __future__ import annotations

from django.contrib import messages
from django.http import Http404, HttpResponse
from django.shortcuts import redirect
from django.views.decorators.http import require_POST, require_safe

from people import security_log
from people.gate import require_owner
from prism import words
from records.clients import Client, client_of, clients_of, erase, exported
from web.http import StudioRequest, as_file
from web.settled import render


@require_safe
@require_owner
def clients(request: StudioRequest) -> HttpResponse:
    context = {"clients": clients_of(request.user), "kept": words.records.CLIENT_KEPT, "none": words.records.NO_CLIENTS}
    return render(request, "records/clients.html", context)


def _client(request: StudioRequest) -> Client:
    asked = request.POST if request.method == "POST" else request.GET
    client = client_of(request.user, asked.get("client", ""))
    if client is None:
        raise Http404
    return client


@require_safe
@require_owner
def export_client(request: StudioRequest) -> HttpResponse:
    client = _client(request)
    security_log.note(request.user, "export", words.records.THE_CLIENT)
    return as_file(HttpResponse(exported(client), content_type="application/zip"), client.name, "client", "zip")


@require_POST
@require_owner
def erase_client(request: StudioRequest) -> HttpResponse:
    """Take what names a client off the studio."""
    client = _client(request)
    erase(request.user, client)
    security_log.note(request.user, "erase", words.records.THE_CLIENT)
    messages.info(request, words.records.client_erased(client.name, len(client.jobs)))
    return redirect("clients")
