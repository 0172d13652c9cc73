"""Pages for what goes wrong: what happened, and what to do next."""

from flask import Flask, render_template, request, url_for
from flask_wtf.csrf import CSRFError
from sqlalchemy.exc import DBAPIError

from euthyne.core.trade.fault import Refused
from euthyne.store.faults import DataFault, fault_of
from euthyne.store.jobs import NoSuchJob
from euthyne.store.leads import IsSealed, NoSuchLead, Unreadable


class NotNow(Exception):
    """What was asked cannot be done as things stand: why, and where to go instead."""

    def __init__(self, why: str, address: str, link: str) -> None:
        super().__init__(why)
        self.why, self.address, self.link = why, address, link


def register(app: Flask) -> None:
    """Give the application its own pages for every error."""
    app.register_error_handler(NoSuchLead, _no_such_lead)
    app.register_error_handler(NoSuchJob, _no_such_job)
    app.register_error_handler(Unreadable, _unreadable)
    app.register_error_handler(IsSealed, _is_sealed)
    app.register_error_handler(NotNow, _not_now)
    app.register_error_handler(Refused, _refused)
    app.register_error_handler(CSRFError, _old_form)
    for kind in (DataFault, DBAPIError, OSError):
        app.register_error_handler(kind, _data_fault)
    for code, words in (
        (400, "That could not be understood."),
        (404, "There is nothing at this address."),
        (405, "That address takes no such thing."),
        (413, "That is more than is taken at once: 2 MB in a file, 32,000 letters in a form."),
        (414, "That is far more than any page is asked for by."),
        (500, "Something broke here, and it is our fault. What was saved is safe on disk."),
    ):
        app.register_error_handler(code, _plain(code, words))


def page(
    code: int, title: str, why: str, address: str, link: str, typed: dict[str, str] | None = None
) -> tuple[str, int]:
    """What happened, what to do next, and what was typed, with its status."""
    return render_template(
        "errors/page.html", title=title, why=why, address=address, link=link, typed=typed or {}
    ), code


def _plain(code: int, words: str):  # type: ignore[no-untyped-def]
    def show(_error: Exception) -> tuple[str, int]:
        return page(
            code=code,
            title=words,
            why="The bench and the list of leads are where they were.",
            address=url_for("bench.show"),
            link="To the bench",
        )

    return show


def _data_fault(error: Exception) -> tuple[str, int]:
    """The data file can not be used as it should be: what happened, what is kept, what to do."""
    fault = fault_of(error)
    if fault is None:
        raise error
    return page(
        code=503,
        title=fault.what,
        why=f"{fault.kept} {fault.to_do}",
        address=url_for("copies.show"),
        link="The copies of the log",
    )


def _no_such_lead(error: NoSuchLead) -> tuple[str, int]:
    why = "It may be tagged otherwise, or kept in another data folder."
    return page(
        code=404,
        title=f"No lead is tagged {error}.",
        why=why,
        address=url_for("leads.show"),
        link="Search the leads",
    )


def _no_such_job(error: NoSuchJob) -> tuple[str, int]:
    return page(
        code=404,
        title=f"There is no job J-{error}.",
        why="It may be put away in another data folder.",
        address=url_for("jobs.show"),
        link="The jobs",
    )


def _unreadable(error: Unreadable) -> tuple[str, int]:
    why = (
        f"It is kept as it was, and nothing is written over it. What is wrong: {error.why}. "
        "Its document can be taken out, mended and taken in under another tag."
    )
    return page(
        code=422,
        title=f"{error.tag} cannot be read.",
        why=why,
        address=url_for("leads.kept_document", tag=error.tag),
        link="Its document, as it is kept",
    )


def _is_sealed(error: IsSealed) -> tuple[str, int]:
    tag = str(error)
    why = (
        "Its record is frozen, so that a change would show. A correction is a new entry that "
        "points at this one."
    )
    return page(
        code=409,
        title=f"{tag} is sealed.",
        why=why,
        address=url_for("tag.show", tag=tag),
        link="See the sealed record",
    )


def _not_now(error: NotNow) -> tuple[str, int]:
    return page(
        code=409,
        title=error.why,
        why="Nothing was changed.",
        address=error.address,
        link=error.link,
    )


def _refused(error: Refused) -> tuple[str, int]:
    fault = error.faults[0]
    if len(error.faults) > 1:
        told = [f"{f.field}: {f.problem}. What would do: {f.fix}." for f in error.faults]
        return page(
            code=422,
            title=f"{len(told)} things do not fit, and nothing was taken.",
            why="Each of them:",
            address=back_to() or url_for("bench.show"),
            link="Back",
            typed={str(i): words for i, words in enumerate(told, start=1)},
        )
    return page(
        code=422,
        title=f"{fault.problem[0].upper()}{fault.problem[1:]}.",
        why=f"What would do: {fault.fix}.",
        address=back_to() or url_for("bench.show"),
        link="Back",
    )


def back_to() -> str:
    """The page this request came from, where that is one of ours; empty where it is not."""
    came = request.referrer or ""
    return came if came.startswith(request.host_url) else ""


def typed_in() -> dict[str, str]:
    """What somebody typed into the form that was sent, to be shown again."""
    return {k: v for k, v in request.form.items() if k not in ("csrf_token", "seen") and v}


def _old_form(_error: CSRFError) -> tuple[str, int]:
    why = (
        "It was opened before this program was started anew. What you typed is below; nothing "
        "of it was kept."
    )
    if request.referrer and not back_to():
        why = "It came from a page that is none of this program. Nothing of it was kept."
        return page(
            code=400,
            title="This form was not sent from here.",
            why=why,
            address=url_for("bench.show"),
            link="To the bench",
        )
    return page(
        code=400,
        title="This form had grown old.",
        why=why,
        address=back_to() or url_for("bench.show"),
        link="Open it as it is now",
        typed=typed_in(),
    )
