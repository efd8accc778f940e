"""Recordings of hidden trains: which wheel clicks, what cannot be told, and before against after."""

from __future__ import annotations

import base64
import io
import time
import unittest
import wave
from typing import Any

import numpy as np

from devices.sound.hidden import RATE, TRAINS, HandTurned, recording, wav
from gearing.errors import GearingError
from gearing.sound import Recording, at_rate, count_clicks, loudness, picture_of, read_wav, write_wav
from sums.sound import SoundIn, SoundOut, hear_recording
from sums.train import TrainIn
from sums.train.compute import run_train

TURNS = 10.0
KINDS = ("gear", "planet", "worm")


def sent(samples: np.ndarray, **more: Any) -> SoundOut:
    body = {"wav": base64.b64encode(wav(samples)).decode(), **more}
    return hear_recording(SoundIn.model_validate(body))


def wheels(line: str) -> tuple[str, list[tuple[str, float]]]:
    """The shaft a hand would turn, and wheels with their clicks a turn of it, by the train's own table."""
    answer = run_train(TrainIn(line=line))
    rows = [(row.gear, row.per_turn) for row in answer.clicks if row.kind in KINDS]
    return answer.turned, [(gear, rate) for gear, rate in rows if 0.4 <= rate <= 9]


def right_first(decibel: float, many: int) -> tuple[int, int]:
    """How many hidden wheels were named first, and of how many nothing was said."""
    named = silent = 0
    for seed in range(many):
        random = np.random.default_rng(seed)
        line = TRAINS[int(random.integers(len(TRAINS)))]
        shaft, table = wheels(line)
        hidden, per_turn = table[int(random.integers(len(table)))]
        answer = sent(recording(per_turn, decibel, random), turns=TURNS, line=line, shaft=shaft)
        # Wheels on one shaft click alike: no recording tells them apart.
        alike = {name for name, rate in table if abs(rate - per_turn) < 1e-9}
        first = next((row.name for row in answer.suspects if row.kind in KINDS), "")
        named += first in alike and hidden in alike
        silent += bool(answer.cannot_tell)
    return named, silent


class Kept(unittest.TestCase):
    def test_a_note_keeps_its_pitch_and_level_at_another_rate(self) -> None:
        for rate in (8_000, 16_000, 44_100, 48_000):
            note = Recording(0.25 * np.sin(2 * np.pi * 1000 * np.arange(2 * rate) / rate), rate)
            kept = at_rate(note, 24_000)
            self.assertAlmostEqual(kept.seconds, 2.0, places=3)
            power = np.abs(np.fft.rfft(kept.samples))
            self.assertAlmostEqual(float(np.argmax(power)) / kept.seconds, 1000, delta=1)
            self.assertAlmostEqual(loudness(kept).level, loudness(note).level, delta=0.2)

    def test_what_the_lower_rate_cannot_hold_is_left_out_and_not_folded_back(self) -> None:
        high = Recording(0.5 * np.sin(2 * np.pi * 20_000 * np.arange(96_000) / 48_000), 48_000)
        self.assertLess(float(np.abs(at_rate(high, 24_000).samples).max()), 1e-6)

    def test_written_and_read_again_it_is_the_same(self) -> None:
        samples = 0.8 * np.sin(np.arange(24_000) * 0.3)
        again = read_wav(write_wav(Recording(samples, 24_000)))
        self.assertLess(float(np.abs(again.samples - (samples - samples.mean())).max()), 2 / 32767)

    def test_the_picture_has_its_peak_where_the_note_is(self) -> None:
        for hertz in (60, 440, 3000):
            drawn = picture_of(
                Recording(0.3 * np.sin(2 * np.pi * hertz * np.arange(48_000) / 24_000), 24_000)
            )
            self.assertAlmostEqual(float(drawn.hertz[np.argmax(drawn.decibel)]) / hertz, 1, delta=0.04)

    def test_a_click_stands_in_the_picture_when_it_comes(self) -> None:
        samples = np.full(24_000, 1e-4)
        samples[18_000:18_010] = 0.5
        drawn = picture_of(Recording(samples, 24_000))
        self.assertAlmostEqual(int(np.argmax(drawn.moments)) / len(drawn.moments), 0.75, delta=0.01)

    def test_sidebands_of_the_wheel_that_runs_out_stand_beside_its_teeth(self) -> None:
        time = np.arange(20 * RATE) / RATE
        # Stage 12:60 at 600 rpm: teeth at 120 Hz; shaft 2 turns twice a second and swells once a turn.
        for rate, hurt in ((2.0, "gear of 60"), (10.0, "gear of 12")):
            teeth = (1 + 0.5 * np.sin(2 * np.pi * rate * time)) * np.sin(2 * np.pi * 120 * time)
            samples = 0.2 * teeth + 0.002 * np.random.default_rng(1).standard_normal(len(time))
            (line,) = sent(samples, line="12:60", shaft="1", rpm=600).lines
            self.assertTrue(line.stands_out)
            loudest = max(line.sidebands, key=lambda beside: beside.prominence_db)
            self.assertIn(hurt, loudest.name)
            self.assertTrue(loudest.stands_out)


class Clicks(unittest.TestCase):
    def test_the_damaged_wheel_is_named_first_at_ten_decibels(self) -> None:
        named, _ = right_first(10, 40)
        self.assertGreaterEqual(named, 38)

    def test_far_below_the_room_it_says_that_it_cannot_tell(self) -> None:
        named, silent = right_first(-15, 20)
        self.assertGreaterEqual(silent, 18)
        self.assertLessEqual(named, 2)

    def test_noise_alone_does_not_click(self) -> None:
        for seed in range(12):
            noise = recording(1e-6, 0, np.random.default_rng(seed))
            self.assertFalse(count_clicks(Recording(noise, RATE)).heard)

    def test_clicks_are_found_where_they_are(self) -> None:
        samples = np.random.default_rng(5).normal(0, 0.003, RATE * 6)
        truth = np.array([0.5, 1.3, 2.0, 2.8, 3.7, 4.4, 5.3])
        for at in truth:
            n = int(at * RATE)
            samples[n : n + 60] += 0.5 * np.sin(np.arange(60)) * np.exp(-np.arange(60) / 20)
        times = count_clicks(Recording(samples, RATE)).times
        self.assertEqual(len(times), len(truth))
        self.assertLess(float(np.abs(times - truth).max()), 0.01)

    def test_twenty_seconds_are_heard_within_a_second(self) -> None:
        samples = recording(5.0, 3, np.random.default_rng(2), HandTurned(20, 10))
        begun = time.perf_counter()
        sent(samples, turns=10, line="15:54 | 18:40")
        self.assertLess(time.perf_counter() - begun, 3.0)

    def test_clicks_that_no_wheel_makes_are_not_pinned_on_one(self) -> None:
        samples = recording(0.55, 15, np.random.default_rng(4), HandTurned(20, 20))
        answer = sent(samples, turns=20, line="12:13", shaft="1")
        self.assertIn("Nothing of this train", answer.cannot_tell)

    def test_without_a_train_the_count_is_still_told(self) -> None:
        answer = sent(recording(2.0, 15, np.random.default_rng(4)), turns=TURNS)
        self.assertAlmostEqual(answer.clicks.per_turn or 0, 2.0, delta=0.1)
        self.assertIn("needs the train", answer.cannot_tell)


class Running(unittest.TestCase):
    def test_teeth_that_meet_stand_in_the_spectrum_where_the_train_says(self) -> None:
        time_ = np.arange(8 * RATE) / RATE
        random = np.random.default_rng(3)
        # 300 a minute, 15 teeth: 75 meetings a second; the second stage 18 teeth behind 15:54.
        hum = np.sin(2 * np.pi * 75 * time_) * 0.2 + random.normal(0, 0.05, len(time_))
        first, second = sent(hum, rpm=300, line="15:54 | 18:40").lines
        self.assertAlmostEqual(first.hertz, 75, delta=1)
        self.assertTrue(first.stands_out)
        self.assertFalse(second.stands_out)

    def test_what_knocks_once_a_turn_of_a_wheel_is_that_wheel(self) -> None:
        random = np.random.default_rng(8)
        for line, rpm, which in (("15:54 | 18:40", 60, 1), ("12:47 | 14:39", 90, 1)):
            shaft, table = wheels(line)
            hidden, per_turn = table[which]
            samples = recording(per_turn * rpm / 60, 5, random, HandTurned(8, 8, 0.0))
            answer = sent(samples, rpm=rpm, line=line, shaft=shaft)
            alike = {name for name, rate in table if abs(rate - per_turn) < 1e-9}
            gears = [row.name for row in answer.suspects if row.kind in KINDS]
            self.assertIn(gears[0], alike, hidden)


class Compared(unittest.TestCase):
    def test_half_the_pressure_is_six_decibels_quieter(self) -> None:
        tone = np.sin(2 * np.pi * 1000 * np.arange(3 * RATE) / RATE)
        before = base64.b64encode(wav(0.5 * tone)).decode()
        answer = sent(0.25 * tone, before=before)
        assert answer.compared
        self.assertAlmostEqual(answer.compared.level_dba, -6.02, delta=0.1)
        self.assertIn("6 dB quieter", answer.compared.says)
        self.assertIn("1000 Hz", answer.compared.says)

    def test_a_full_tone_at_a_thousand_hertz_is_three_decibels_below_full_scale(self) -> None:
        tone = np.sin(2 * np.pi * 1000 * np.arange(3 * RATE) / RATE)
        self.assertAlmostEqual(loudness(Recording(tone, RATE)).level, -3.01, delta=0.1)

    def test_the_weighting_is_that_of_the_standard(self) -> None:
        # IEC 61672-1, table 3.
        for hertz, weight in ((125, -16.1), (250, -8.6), (500, -3.2), (2000, 1.2), (4000, 1.0)):
            tone = np.sin(2 * np.pi * hertz * np.arange(3 * RATE) / RATE)
            self.assertAlmostEqual(loudness(Recording(tone, RATE)).level, -3.01 + weight, delta=0.15)


class Refused(unittest.TestCase):
    def refused(self, content: bytes, code: str) -> GearingError:
        with self.assertRaises(GearingError) as raised:
            read_wav(content)
        self.assertEqual(raised.exception.code, code)
        self.assertTrue(raised.exception.hint)
        return raised.exception

    def test_a_picture_silence_a_crumb_and_an_hour_are_refused(self) -> None:
        self.refused(b"\x89PNG\r\n\x1a\n" + bytes(400), "no_sound")
        self.refused(b"RIFF\x00\x00\x00\x00WAVEjunk", "no_sound")
        self.refused(wav(np.zeros(RATE * 3)), "sound_silent")
        self.refused(wav(np.ones(300) * 0.1), "no_sound")
        self.refused(wav(np.random.default_rng(1).normal(0, 0.1, 100 * 8000), 800), "no_sound")
        self.refused(long_wav(3 * 3600), "sound_too_long")

    def test_loud_parts_cut_off_are_said(self) -> None:
        loud = np.clip(30 * recording(2.0, 10, np.random.default_rng(1)), -1, 1)
        self.assertTrue(sent(loud, turns=TURNS).clipped)

    def test_a_shaft_that_the_train_has_not_is_refused(self) -> None:
        with self.assertRaises(GearingError) as raised:
            sent(recording(2.0, 10, np.random.default_rng(1)), turns=TURNS, line="12:60", shaft="9")
        self.assertEqual(raised.exception.code, "unknown_shaft")

    def test_every_width_of_sample_is_read_alike(self) -> None:
        tone = np.sin(np.arange(RATE) / 5) / 2
        heard = [read_wav(of_width(tone, width)).samples for width in (1, 2, 3, 4)]
        for samples in heard:
            self.assertLess(float(np.abs(samples - (tone - tone.mean())).max()), 0.01)


def of_width(samples: np.ndarray, width: int) -> bytes:
    whole = np.round(samples * (2 ** (8 * width - 1) - 1)).astype(np.int64)
    raw = (whole + 128).astype("u1").tobytes() if width == 1 else b"".join(
        int(n).to_bytes(width, "little", signed=True) for n in whole
    )  # fmt: skip
    return written(raw, width, RATE)


def long_wav(seconds: int) -> bytes:
    """Hours of nearly nothing, at the lowest rate that is taken."""
    return written(bytes([128]) * (seconds * 8000), 1, 8000)


def written(raw: bytes, width: int, rate: int) -> bytes:
    file = io.BytesIO()
    with wave.open(file, "wb") as out:
        out.setnchannels(1)
        out.setsampwidth(width)
        out.setframerate(rate)
        out.writeframes(raw)
    return file.getvalue()
