"""What cooks ask, and where the answer is worked out."""

from __future__ import annotations

from fastapi import APIRouter

from trencher.api.schemas import Out
from trencher.core.catalogue.questions import QUESTIONS, Where

router = APIRouter(prefix="/questions", tags=["questions"])


class QuestionOut(Out):
    """A question as cooks ask it, and the place that answers."""

    id: str
    words: list[str]
    place: Where
    answer: str


@router.get("")
def list_questions() -> list[QuestionOut]:
    """Every question, in the order of the work."""
    return [QuestionOut.of(q) for q in QUESTIONS]
