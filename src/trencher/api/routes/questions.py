"""What cooks ask, and where the answer is worked out."""

from __future__ import annotations

from typing import Literal

from fastapi import APIRouter

from trencher.api.schemas import Out
from trencher.core.catalogue.questions import QUESTIONS

router = APIRouter(prefix="/questions", tags=["questions"])


class QuestionOut(Out):
    """A question as cooks ask it, the place that answers, and what is opened there in turn."""

    id: str
    words: list[str]
    place: Literal["block", "ways", "hand", "day", "fire", "board", "book", "ovens", "reckoner"]
    opens: list[str]
    answer: str


@router.get("")
def list_questions() -> list[QuestionOut]:
    """Every question, in the order of the work."""
    return [QuestionOut.of(q) for q in QUESTIONS]
