"""Recordings kept with a visit: taken in whatever was sent, heard against the visit's own train, compared."""

from __future__ import annotations

import io
import tempfile
import wave
from typing import Any
from uuid import uuid4

import numpy as np
from django.core.files.storage import default_storage
from django.test import override_settings

from visits import services
from visits.models import Change, Sound

from ..pictures import picture
from ..recordings import clicking, tone, wav
from .bench import BLANK, BenchCase, Desk


class SoundCase(BenchCase):
    def setUp(self) -> None:
        super().setUp()
        folder = self.enterContext(tempfile.TemporaryDirectory())
        self.enterContext(override_settings(MEDIA_ROOT=folder))

    def sent(self, content: bytes, sound_id: Any = None, **turned: str) -> tuple[int, Any]:
        return self.desk.photo(self.at("sounds", sound_id or uuid4()), content, "a.wav", **turned)

    def kept(self, content: bytes, **turned: str) -> dict[str, Any]:
        status, answer = self.sent(content, **turned)
        self.assertEqual(status, 200, answer)
        made: dict[str, Any] = answer
        return made

    def heard(self, sound_id: str) -> dict[str, Any]:
        made: dict[str, Any] = self.desk.got("GET", self.at("sounds", sound_id, "heard"))
        return made


class Kept(SoundCase):
    def test_a_recording_is_re_encoded_and_played_to_its_own_workshop_only(self) -> None:
        kept = self.kept(wav(0.2 * np.sin(np.arange(96_000) * 0.05), 48_000, channels=2))
        content = self.desk.client.get(f"/api/sounds/{kept['id']}")
        with wave.open(io.BytesIO(b"".join(content.streaming_content))) as file:
            self.assertEqual((file.getnchannels(), file.getframerate(), file.getsampwidth()), (1, 24_000, 2))
            self.assertAlmostEqual(file.getnframes() / file.getframerate(), 2.0, places=2)
        self.assertEqual(Desk(self.eve).client.get(f"/api/sounds/{kept['id']}").status_code, 404)

    def test_sent_twice_it_is_kept_once_and_leaves_one_file(self) -> None:
        sound_id = uuid4()
        for _ in range(2):
            self.assertEqual(self.sent(tone(), sound_id)[0], 200)
        self.assertEqual(Sound.objects.count(), 1)
        self.assertEqual(Change.objects.filter(verb="sound").count(), 1)
        self.assertEqual(len(default_storage.listdir("sounds")[1]), 1)
        other = services.open_visit(
            self.ada, uuid4(), uuid4(), {**BLANK, "kind": "servo", "label": "Other", "complaint": ""}
        )
        answer = self.desk.photo(f"/visits/{other.id}/sounds/{sound_id}", tone(), "a.wav")
        self.refused(answer, "taken_id")

    def test_what_is_no_sound_is_refused_in_words_and_leaves_nothing(self) -> None:
        three_hours = wav(np.zeros(8_000), 8_000)
        # A header that promises three hours: it is refused by that, before anything is unpacked.
        long = three_hours[:40] + (3 * 3600 * 16_000).to_bytes(4, "little") + three_hours[44:]
        for content, code in (
            (picture(), "no_sound"),
            (b"RIFF1234WAVEnothing", "no_sound"),
            (wav(np.zeros(16_000)), "sound_silent"),
            (long, "sound_too_long"),
            (tone(0.1), "no_sound"),
        ):
            self.refused(self.sent(content), code)
        with override_settings(SOUND_MOST_BYTES=1000):
            self.refused(self.sent(tone()), "sound_too_long")
        self.assertEqual(Sound.objects.count(), 0)
        self.assertFalse(default_storage.exists("sounds") and default_storage.listdir("sounds")[1])

    def test_clicks_are_laid_against_the_train_of_the_row(self) -> None:
        # Three wheels come off: the pinion last. Its one bad tooth clicks once for each of its own turns.
        for line in ("second wheel 60/10 nylon", "motor pinion 12t brass"):
            services.record_step(self.ada, self.visit.id, uuid4(), line)
        train = self.desk.got("GET", self.at("sounds"))["train"]
        self.assertEqual(train, "12:60 | 10:31")
        # Ten turns of shaft 2: the wheel of 60 on it clicks ten times, the pinion fifty.
        times = [0.5 + n * 1.0 for n in range(10)]
        kept = self.kept(clicking(times, 11.0), turns="10", shaft="2", train=train)
        heard = self.heard(kept["id"])
        self.assertEqual(heard["clicks"]["count"], 10)
        self.assertIn(heard["suspects"][0]["name"], ("gear of 60 on shaft 2", "gear of 10 on shaft 2"))
        self.assertEqual(len(heard["picture"]["moments"]), 480)

    def test_how_it_was_turned_is_put_right_and_not_over_anothers_word(self) -> None:
        kept = self.kept(tone(), turns="10")
        said = {"turns": 8, "shaft": "", "train": "12:60", "turned_so": "on the mat"}
        was = {"turns": 10, "rpm": None, "shaft": "", "train": "", "turned_so": ""}
        path = self.at("sounds", kept["id"], "turned")
        self.assertEqual(self.desk.got("PUT", path, {**said, "based_on": was})["turns"], 8)
        answer = Desk(self.ben).ask("PUT", path, {**said, "turns": 9, "based_on": was})
        self.assertEqual(answer[0], 409)

    def test_after_is_compared_with_before_only_where_it_was_made_the_same_way(self) -> None:
        before = self.kept(tone(2, loud=0.5), rpm="600", turned_so="6 V, no load")
        other = self.kept(tone(2, loud=0.5), rpm="600", turned_so="on the floor")
        Sound.objects.filter(id__in=[before["id"], other["id"]]).update(repaired=False)
        after = self.kept(tone(2, loud=0.05), rpm="600", turned_so="6 V, no load")
        Sound.objects.filter(id=after["id"]).update(repaired=True)
        kept = {sound["id"]: sound for sound in self.desk.got("GET", self.at("sounds"))["sounds"]}
        self.assertEqual(kept[after["id"]]["before"], before["id"])
        self.assertIsNone(kept[before["id"]]["before"])
        compared = self.heard(after["id"])["compared"]
        self.assertAlmostEqual(compared["level_dba"], -20, delta=0.5)
        self.assertIn("quieter", compared["says"])

    def test_taken_back_it_is_gone_from_the_table_and_comes_back(self) -> None:
        kept = self.kept(tone())
        path = self.at("sounds", kept["id"], "dropped")
        self.assertEqual(self.desk.got("PUT", path, {"taken_back": True})["sounds"], [])
        self.assertEqual(len(self.desk.got("PUT", path, {"taken_back": False})["sounds"]), 1)


class FromTheSource(SoundCase):
    def test_the_simulated_source_records_a_hurt_unit_and_a_mended_one(self) -> None:
        train = "12:60 | 14:48"
        path = self.at("sounds", uuid4(), "source")
        kept = self.desk.got("PUT", path, {"train": train, "turned_so": "by hand"})
        heard = self.heard(kept["id"])
        self.assertTrue(heard["suspects"], heard["says"])
        path = self.at("sounds", uuid4(), "source")
        mended = self.desk.got("PUT", path, {"train": train, "turned_so": "by hand", "repaired": True})
        self.assertEqual(self.heard(mended["id"])["clicks"]["count"], 0)

    def test_a_train_the_source_does_not_know_is_refused(self) -> None:
        answer = self.desk.ask("PUT", self.at("sounds", uuid4(), "source"), {"train": "a-b-c diff"})
        self.refused(answer, "no_sound_source")

    def test_without_a_source_the_bench_says_so_and_goes_on(self) -> None:
        with override_settings(SOUND_SOURCE=("127.0.0.1", 9)):
            self.assertFalse(self.desk.got("GET", self.at("sounds"))["source"])
            answer = self.desk.ask("PUT", self.at("sounds", uuid4(), "source"), {"train": "12:60"})
            self.refused(answer, "no_sound_source")


class ByEar(BenchCase):
    def round_path(self, *parts: str) -> str:
        return "/".join(["/practice/sounds", self.round_id, *parts])

    def test_a_round_hides_the_truth_until_a_wheel_is_named(self) -> None:
        for _ in range(6):
            self.round_id = str(uuid4())
            begun = self.desk.got("PUT", self.round_path())
            self.assertEqual((begun["truth"], begun["right"], begun["says"]), ("", None, ""))
            wheels = [name for choice in begun["choices"] for name in choice["names"]]
            answer = self.desk.got("PUT", self.round_path("name"), {"name": wheels[0]})
            self.assertEqual(answer["right"], wheels[0] in answer["truth"].split(" or "))
            # The first name stands.
            again = self.desk.got("PUT", self.round_path("name"), {"name": wheels[-1]})
            self.assertEqual(again["named"], wheels[0])
        self.assertEqual(again["played"], 6)

    def test_the_recording_belongs_to_its_round(self) -> None:
        self.round_id = str(uuid4())
        self.desk.got("PUT", self.round_path())
        content = self.desk.client.get(f"/api{self.round_path('wav')}")
        self.assertEqual(content.content[:4], b"RIFF")
        self.assertEqual(Desk(self.eve).client.get(f"/api{self.round_path('wav')}").status_code, 404)
