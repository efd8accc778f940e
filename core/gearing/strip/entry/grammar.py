"""The grammar of quick entry.

    4x M3x10 button hex2 rear cover @under #A3 !spring behind ^dish out +blue after 3

``N x`` count · thread × length · head · drive and size · tooth counts
(``32/10``, ``32t`` or ``32 tooth``) · other dimensions (``5x10x4``) · material · words ·
``@`` side · ``#`` tray place · ``!`` caution · ``^`` facing · ``=`` alignment ·
``~`` lubricant found · ``+`` lock found · ``&`` sub-assembly · ``after N`` or
``after none`` · ``discard`` (not used again) · ``shut`` (not to be undone) ·
``runs open`` (its surroundings, see :mod:`.runs`) · ``as KIND`` · ``"words only"``.

Side, place and sub-assembly take one word, or several in quotes; the other
markers run to the next marker. What is not understood stays as words: never an error.
"""

from __future__ import annotations

import re
from dataclasses import replace
from itertools import pairwise

from ...bearings import designated, in_one_word, is_designation
from ...errors import GearingError
from ...standards import wire_in_one_word
from ..kinds import kind_of_word, kinds, named_at
from .counts import (
    BARE_COUNT,
    TEETH_COUNT,
    TEETH_WORDS,
    number_said,
    pieces_counted,
    teeth_counted,
    teeth_in_words,
)
from .dimensions import read_dimension
from .heads import head_or_drive
from .lexicon import colours_in, is_article, is_preposition, leading_verb, number_of_word, split_verb
from .model import Entry, Fastener
from .phrase import FIELD, TEETH, PhraseReading, read_phrase
from .reader import LineReader
from .runs import runs_said
from .threads import (
    LENGTH,
    driven_like,
    material_of_word,
    read_thread,
    with_length,
)
from .tokens import ONE_WORD, Token, tidy, tokenize

TO_NAME = "?"
"""What stands for a name that is still to come: a picture was taken first."""

LONGEST_LINE = 400
"""Characters in one line: a step is said in a breath."""

THREADED = ("nut", "washer", "setscrew")
FASTENED = ("screw", *THREADED)
WIRED = frozenset({"connector", "board", "motor", "battery"})
MAY_BE_THREADED = frozenset({"spacer", "joint", "shaft", "lever", "pin", "bush", "hub"})

_SIZE = re.compile(rf"^{LENGTH}(?:[x×]{LENGTH}){{0,3}}$")
_TIMES = re.compile(rf"^[x×]({LENGTH})$")
_NO_TEETH = frozenset({"rpm", "v", "volt", "volts", "kv", "mah", "g", "a", "turns", "mm", "w"})
"""Behind a number, these say that it counts no teeth."""
_AND = frozenset({"and", "&", ","})
_DANGLING = frozenset({"with", "and", "a", "an", "of", "the", ","})
"""What led to a field that was taken out, left at the end of the words."""
_DECIMAL = re.compile(r"[.,x×/a-z″]", re.I)
_STEPS = re.compile(r"^\d{1,4}(?:,\d{1,4}){0,11}$")


def parse(line: str) -> Entry:
    """Understand one line.

    Raises
    ------
    GearingError
        Only for an empty line or one far too long to be a step.

    Examples
    --------
    >>> entry = parse("4x M3x10 button hex2 rear cover @under #A3")
    >>> entry.count, entry.fastener.thread, entry.fastener.length_mm, entry.words, entry.place
    (4, 'M3', 10.0, 'rear cover', 'A3')
    >>> parse(f"{TO_NAME} #A3").words, parse(f"{TO_NAME} #A3").place
    ('', 'A3')
    """
    if len(line) > LONGEST_LINE:
        raise GearingError(
            f"This line has {len(line):,} characters; a step takes at most {LONGEST_LINE}.",
            code="line_too_long",
            field="line",
            hint="Say one piece or group a line. Nothing was changed.",
        )
    tokens = tokenize(_joined_up(tidy(line)))
    if not tokens:
        raise GearingError(
            "There is nothing on the line yet.",
            code="line_empty",
            field="line",
            hint="Say what comes off: 4x M3x10 hex2 rear cover.",
        )
    entry = _finish(_read(tokens))
    return replace(entry, words="") if entry.words == TO_NAME else entry


def reading_of(line: str) -> PhraseReading:
    """The kind a line names, and the others it speaks of: another reading to be offered."""
    return read_phrase(_read(tokenize(_joined_up(tidy(line)))).phrase)


def _joined_up(line: str) -> str:
    """What is one designation in one word: its number is no count."""
    return wire_in_one_word(in_one_word(line))


def _read(tokens: list[Token]) -> LineReader:
    reader = LineReader()
    tokens = _without_second_verb(tokens)
    context = _context(tokens)
    at = start = _lead(reader, tokens)
    marked = ""
    while at < len(tokens):
        token = tokens[at]
        if token.mark:
            reader.texts.setdefault(token.mark, [])
            if token.text:
                reader.texts[token.mark].append(token.text)
            marked = "" if token.text and (token.mark in ONE_WORD or token.quoted) else token.mark
            at += 1
            continue
        used = 0 if token.quoted else _keyword(reader, tokens, at)
        if used:
            marked = ""
        elif marked:
            reader.texts[marked].append(token.text)
            marked = "" if marked in ONE_WORD else marked
            used = 1
        elif token.quoted:
            reader.words.append(token.text)
            used = 1
        else:
            used = _understand(reader, tokens, at, context, first=at == start)
        at += used
    return reader


def _context(tokens: list[Token]) -> frozenset[str]:
    """What the line is about: some words mean a thing only beside a screw or a gear."""
    about = set()
    plain = ["" if token.quoted or token.mark else token.text for token in tokens]
    at = 0
    while at < len(plain):
        named = named_at(plain, at)
        kind = named[0] if named else ""
        if read_thread(plain[at]) or kind in ("screw", "setscrew", "nut"):
            about.add("fastener")
        if kind in ("screw", "setscrew", "nut"):
            about.add("screwed")
        if (kind and kinds()[kind].teeth) or TEETH_COUNT.match(plain[at]):
            about.add("toothed")
        if TEETH_COUNT.match(plain[at]) or plain[at].lower() in TEETH_WORDS - {"t"}:
            about.add("counted")
        at += named[1] if named else 1
    for word, said in pairwise(tokens):
        if word.text.lower() == "as" and kind_of_word(said.text) in FASTENED:
            about.add("fastener")
    return frozenset(about)


def _keyword(reader: LineReader, tokens: list[Token], at: int) -> int:
    """``after 3,4``, ``discard``, ``as bearing``; how many tokens they take."""
    following = _plain_at(tokens, at + 1)
    word = tokens[at].text.lower()
    if word in ("discard", "shut"):
        reader.set(**{word: True})
        return 1
    if said := runs_said([_plain_at(tokens, n) for n in range(at, at + 5)]):
        runs, used = said
        reader.set(runs=runs)
        return used
    if word == "after" and following.lower() == "none":
        reader.set(free=True, after=())
        return 2
    if word == "after" and not reader.entry.free:
        steps, used = _steps_said(tokens, at + 1)
        if steps:
            reader.set(after=tuple(sorted(steps | set(reader.entry.after))))
            return 1 + used
    if word == "as" and (following.lower() in kinds() or kind_of_word(following)):
        key = following.lower()
        reader.kind = key if key in kinds() else kind_of_word(key) or ""
        return 2
    return 0


def _steps_said(tokens: list[Token], at: int) -> tuple[set[int], int]:
    """Steps of ``3``, ``3,4``, ``3, 4``, ``steps 3 and 4``; how many tokens they take."""
    begun, steps = at, set[int]()
    if _plain_at(tokens, at).lower() in ("step", "steps"):
        at += 1
    while True:
        said = _plain_at(tokens, at)
        if not _STEPS.match(said.rstrip(",")):
            # Nothing follows the last “and”: that word is none of ours.
            return steps, at - begun - (1 if steps and _is_and(tokens, at - 1) else 0)
        steps |= {int(n) for n in said.rstrip(",").split(",")}
        at += 1
        if not said.endswith(","):
            if not _is_and(tokens, at):
                return steps, at - begun
            at += 1


def _is_and(tokens: list[Token], at: int) -> bool:
    if at >= len(tokens):
        return False
    token = tokens[at]
    return _plain_at(tokens, at).lower() in _AND or (token.mark == "group" and not token.text)


def _plain_at(tokens: list[Token], at: int) -> str:
    """Text of an unmarked, unquoted token; empty if there is none at `at`."""
    if at >= len(tokens) or tokens[at].mark or tokens[at].quoted:
        return ""
    return tokens[at].text


def _understand(
    reader: LineReader, tokens: list[Token], at: int, context: frozenset[str], *, first: bool
) -> int:
    """Read the token at `at`, or keep it as a word; how many tokens that takes."""
    text = tokens[at].text
    following = _plain_at(tokens, at + 1)
    entry = reader.entry
    if used := teeth_in_words(reader, text, following):
        reader.phrase.append(TEETH)
        return used
    behind = bool(reader.phrase) and not reader.phrase[-1].lower().endswith("s")
    if said := read_dimension(text, following, "toothed" in context and "screwed" not in context, behind):
        changes, taken = said
        if not any(getattr(entry, name) for name in changes):
            reader.set(**changes)
            reader.phrase.append(FIELD)
            return taken
    if used := pieces_counted(reader, text, following, first=first):
        return used
    if (entry.fastener is None or not entry.fastener.thread) and (thread := read_thread(text)):
        used = 1
        after_x = _plain_at(tokens, at + 2)
        if not thread.length and following.lower() in ("x", "×") and (long := with_length(thread, after_x)):
            thread, used = long, 3
        elif (
            not thread.length
            and (times := _TIMES.match(following.lower()))
            and (long := with_length(thread, times[1]))
        ):
            thread, used = long, 2
        old = entry.fastener or Fastener()
        reader.set(fastener=driven_like(thread, old))
        reader.phrase.append(FIELD)
        return used
    if "fastener" in context and (used := head_or_drive(reader, text, following)):
        return used
    if following.lower() not in _NO_TEETH and teeth_counted(reader, text, context):
        reader.phrase.append(TEETH)
        return 1
    by_number = BARE_COUNT.match(text) and _sized_by_number(reader)
    if not entry.size and (by_number or (_SIZE.match(text) and _DECIMAL.search(text))):
        reader.set(size=text)
        reader.phrase.append(FIELD)
        return 1
    if not entry.material and (material := material_of_word(text)):
        reader.set(material=material)
        # It may be part of a name: a felt washer is a seal.
        reader.phrase.append(text)
        return 1
    reader.words.append(text)
    if (
        reader.phrase
        and (BARE_COUNT.match(text) or number_of_word(text))
        and not named_at([text, following], 0)
    ):
        # Another number, another thing: "circuit board three wires".
        reader.phrase.append(FIELD)
    reader.phrase.append(text.strip("();:"))
    reader.beyond = reader.beyond or is_preposition(text)
    return 1


SIZED_BY_NUMBER = frozenset({"circlip"})
"""Kinds that are called by their size: circlip 8 is one for a shaft of 8 mm."""


def _sized_by_number(reader: LineReader) -> bool:
    """Whether the last words name one thing that is called by a number."""
    for back in (2, 1):
        last = reader.phrase[-back:]
        named = named_at(last, 0) if len(last) == back else None
        if named and named[1] == back:
            return named[0] in SIZED_BY_NUMBER and not last[-1].lower().endswith("s")
    return False


def _without_second_verb(tokens: list[Token]) -> list[Token]:
    """*Unplug the battery and lift it out* is one piece: what else was done with it names no other."""
    for at in range(1, len(tokens) - 1):
        if tokens[at].text.lower() not in ("and", "then") or tokens[at].mark or tokens[at].quoted:
            continue
        clause = []
        for token in tokens[at + 1 :]:
            if token.mark or token.quoted or token.text == ",":
                break
            clause.append(token.text.lower())
        again = leading_verb([*clause, "it"]) or (split_verb(clause) if len(clause) > 2 else None)
        if again and {"it", "them"} & set(clause):
            return [*tokens[:at], *tokens[at + 1 + len(clause) :]]
    return tokens


def _lead(reader: LineReader, tokens: list[Token]) -> int:
    """What a line begins with before it names anything: a verb, and a number in words; how many tokens."""
    words = []
    for token in tokens:
        if token.mark or token.quoted:
            break
        words.append(token.text)
    at = 0
    if verb_round := split_verb(words):
        verb, particle = verb_round
        reader.set(verb=verb.key)
        # "Out to the right" only says how; in "off the shaft" it says from where, and stays.
        if particle == len(words) - 1 or words[particle + 1] == "," or is_preposition(words[particle + 1]):
            del tokens[particle], words[particle]
        at = 1
    elif leading := leading_verb([token.text for token in tokens[: len(words) + 1]]):
        verb, at = leading
        reader.set(verb=verb.key)
    if at:
        while at < len(tokens) - 1 and at < len(words) and is_article(words[at]) and not named_at(words, at):
            at += 1
    return at + number_said(reader, words[at:])


def _finish(reader: LineReader) -> Entry:
    texts = {mark: _joined(parts) for mark, parts in reader.texts.items()}
    reader.set(words=_joined(reader.words), **texts)
    reading = read_phrase(reader.phrase)
    entry = reader.entry
    kind = reader.kind or reading.kind
    if entry.fastener and not reader.kind and not _is_threaded_itself(entry.fastener, kind):
        kind = next((k for k in reversed(reading.within) if k in THREADED), "screw")
    if not kind:
        kind = "screw" if entry.fastener else "gear" if entry.teeth else "other"
    if entry.fastener and not entry.fastener.thread and kind not in FASTENED:
        entry = _drive_as_words(entry)
    if kind == "screw" and not (entry.fastener and entry.fastener.thread):
        entry = _tapping_by_size(entry)
    if kind in WIRED:
        entry = replace(entry, colours=colours_in(entry.words))
    if kind == "other" and is_designation(entry.words):
        kind = "bearing"
    if kind == "bearing" and not entry.size and (marked := designated(entry.words)):
        entry = replace(entry, size=marked.size)
    return replace(entry, kind=kind)


def _joined(words: list[str]) -> str:
    kept = [word for at, word in enumerate(words) if word != "," or words[at - 1 : at] not in ([], [","])]
    while kept and kept[-1].lower() in _DANGLING:
        kept.pop()
    return " ".join(kept).replace(" ,", ",").strip(", ")


def _is_threaded_itself(fastener: Fastener, kind: str) -> bool:
    """``M3 standoff``: a thread alone, without a length or a drive, on a thing that may have one."""
    return kind in MAY_BE_THREADED and not (fastener.length or fastener.head or fastener.drive)


def _drive_as_words(entry: Entry) -> Entry:
    """A head or drive on a piece that has no thread was only part of its name."""
    fastener = entry.fastener or Fastener()
    threaded = fastener.threaded and f"{fastener.threaded}-thread"
    said = (fastener.head, threaded, fastener.drive + fastener.drive_size, entry.words)
    return replace(entry, fastener=None, words=" ".join(part for part in said if part))


def _tapping_by_size(entry: Entry) -> Entry:
    """``2x8 screw`` is a self-tapping screw of 2 mm by 8."""
    thread = read_thread(f"ST{entry.size}")
    if not thread or not thread.length or thread.diameter > 8:
        return entry
    old = entry.fastener or Fastener()
    return replace(entry, fastener=driven_like(thread, old), size="")
