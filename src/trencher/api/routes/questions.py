"""What cooks ask, and where the answer is worked out."""

from __future__ import annotations

from fastapi import APIRouter

from trencher.api import schemas as s
from trencher.core.catalogue.questions import QUESTIONS

router = APIRouter(prefix="/questions", tags=["questions"])


@router.get("")
def list_questions() -> list[s.QuestionOut]:
    """Every question, in the order of the work."""
    return [s.QuestionOut.of(q) for q in QUESTIONS]
