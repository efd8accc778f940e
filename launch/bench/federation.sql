-- Workshops with all that they have, made up within the database itself: one statement after the other, for the
-- workshops {first} to {last}. Read by launch/bench/federation.py.

INSERT INTO workshop_workshop (id, name)
SELECT seq, CONCAT('Club ', seq) FROM seq_{first}_to_{last};

INSERT INTO workshop_member (
  password, is_superuser, username, first_name, last_name, email, is_staff, is_active, date_joined, workshop_id, role)
SELECT '!', 0, CONCAT('club-', id), CONCAT('Warden ', id), '', '', 0, 1, UTC_TIMESTAMP(6), id, 'owner'
FROM workshop_workshop WHERE id BETWEEN {first} AND {last};

INSERT INTO visits_unit (id, workshop_id, kind, label, model, owner_label, recorded_by_id, recorded_at)
SELECT UUID(), m.workshop_id, ELT(1 + seq % 3, 'servo', 'car', 'reel'), CONCAT('Unit ', seq),
  CONCAT('Plover ', seq % 30), CONCAT('Owner ', seq % 40), m.id, UTC_TIMESTAMP(6)
FROM workshop_member m JOIN seq_1_to_{visits}
WHERE m.workshop_id BETWEEN {first} AND {last};

INSERT INTO visits_visit (
  id, unit_id, workshop_id, number, complaint, use_so_far, symptoms, conditions, stage, waits_for, waits_note,
  checks_done, to_watch, cause, notice_said, look_again_by, used_since, handed_back, teaches, goal, changed_at,
  recorded_by_id, recorded_at)
SELECT UUID(), id, workshop_id, 1, ELT(1 + CRC32(label) % 3, 'Rattles.', 'A drone at speed.', 'Stiff.'), '',
  '{nothing}', '{nothing}', IF(CRC32(label) % 20 = 0, 'strip', 'file'), 'me', '',
  '{nothing}', '', '', 0, '', 0, '', 1, '', UTC_TIMESTAMP(6) - INTERVAL CRC32(id) % 40000 MINUTE,
  recorded_by_id, recorded_at
FROM visits_unit WHERE workshop_id BETWEEN {first} AND {last};

INSERT INTO visits_step (id, visit_id, number, line, changed_at, recorded_by_id, recorded_at)
SELECT UUID(), v.id, seq, ELT(1 + seq % 4, {lines}), v.changed_at, v.recorded_by_id, v.recorded_at
FROM visits_visit v JOIN seq_1_to_{steps}
WHERE v.workshop_id BETWEEN {first} AND {last};

INSERT INTO visits_piece (
  id, step_id, at, taken_back, entry, verdict, finding, findings, instead, came_with, recorded_by_id, recorded_at)
SELECT s.id, s.id, 0, 0, ELT(1 + s.number % 4, {entries}), '', '', '{nothing}', '', '', s.recorded_by_id,
  s.recorded_at
FROM visits_step s JOIN visits_visit v ON v.id = s.visit_id
WHERE v.workshop_id BETWEEN {first} AND {last};

INSERT INTO drawer_kept (
  id, workshop_id, recorded_by_id, teeth, module_mm, pressure_angle_deg, bore_mm, place, material, source, count,
  bore_shape, boss, part_number, kind, what, gone, changed_at)
SELECT UUID(), m.workshop_id, m.id, 8 + seq % 97, ELT(1 + seq % 4, 0.5, 0.6, 0.8, 1.0), 20, 2 + seq % 7,
  CONCAT('R', seq % 40), ELT(1 + seq % 3, 'nylon', 'brass', 'steel'), CONCAT('donor ', seq % 300), 1,
  '', '', '', 'gear', '', 0, UTC_TIMESTAMP(6)
FROM workshop_member m JOIN seq_1_to_{gears}
WHERE m.workshop_id BETWEEN {first} AND {last};
