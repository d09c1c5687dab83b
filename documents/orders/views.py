"""The orders of a job on a page, and one of them as a text."""

from __future__ import annotations

from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404
from django.views.decorators.http import require_safe

from documents.orders.orders import orders_of
from jobs import queries as job_queries
from prism import words
from web.http import StudioRequest, as_file
from web.settled import render


@require_safe
def orders(request: StudioRequest, pk: int) -> HttpResponse:
    job = get_object_or_404(job_queries.listed(request.user), pk=pk)
    context = {"job": job, "orders": orders_of(request.user, job), "words": words}
    return render(request, "documents/orders/orders.html", context)


@require_safe
def order_text(request: StudioRequest, pk: int, maker: str) -> HttpResponse:
    job = get_object_or_404(job_queries.listed(request.user), pk=pk)
    order = next((order for order in orders_of(request.user, job) if order.slug == maker), None)
    if order is None:
        raise Http404
    return as_file(HttpResponse(order.text, content_type="text/plain; charset=utf-8"), order.title, "order", "txt")
