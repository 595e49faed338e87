-- A shop that grew: 300 jobs of 40 cuts (1 000 of them shapes), every fourth with a card, and a million burns. Invented.
SET session_replication_role = replica; -- the shop's stamp is raised once, at the end
INSERT INTO jobs (id, name, note, rig, made_from, made_at)
SELECT gen_random_uuid(), 'Job ' || n, 'Grown', '{"gas": {"fuel": "acetylene"}}', '{}', now() - n * interval '1 hour'
FROM generate_series(1, 300) n;
INSERT INTO job_lines (id, job_id, kind, typed, input_schema, input, position, made_from)
SELECT gen_random_uuid(), job.id, CASE WHEN shape THEN 'section' ELSE 'plate' END,
    CASE WHEN shape THEN 'W12x26 square 20ft' ELSE thickness || ' mm plate 900 mm guided' END, 1,
    CASE WHEN shape
        THEN '{"section": {"profile": "W12X26", "cut": {"kind": "square"}}, "steel": {"thickness_mm": 10}, "cut": {"length_mm": 100, "process": "guided"}}'::jsonb
        ELSE jsonb_build_object('steel', jsonb_build_object('thickness_mm', thickness),
            'cut', jsonb_build_object('length_mm', 900, 'process', 'guided', 'count', 1 + n % 4)) END,
    n, '{}'
FROM (SELECT id, row_number() OVER (ORDER BY made_at DESC) AS at FROM jobs WHERE note = 'Grown') job,
    generate_series(1, 40) n,
    LATERAL (SELECT (job.at * 40 + n) % 12 = 0 AS shape, 6 + (job.at * 7 + n) % 60 AS thickness) cut;
INSERT INTO plans (id, job_line_id, title, input, result, trace, core_version, made_from, figures)
SELECT gen_random_uuid(), line.id, 'A card', card.input, card.result, card.trace, card.core_version, '{}', card.figures
FROM job_lines line, LATERAL (SELECT * FROM plans ORDER BY made_at LIMIT 1) card
WHERE line.typed LIKE '%900 mm guided' AND line.position::int % 4 = 0;
INSERT INTO burns (id, job_line_id, happened_at, start_s, duration_s, pace_m_s, outcome, made_from, process, fuel, bore_m, thickness_m,
    speed_factor, start_preheat_factor, clean_up_s, clean_up_factor, tip_id, person_id)
SELECT gen_random_uuid(), lines.ids[1 + n % cardinality(lines.ids)], now() - n * interval '3 minutes', 12 + n % 9, 60 + n % 120, 0.005,
    CASE n % 20 WHEN 0 THEN 'poor' WHEN 1 THEN 'usable' ELSE 'good' END, '{}',
    (ARRAY['freehand', 'guided', 'machine'])[1 + n % 3], (ARRAY['acetylene', 'propane'])[1 + n % 2],
    (ARRAY[0.001, 0.0012, 0.0015])[1 + n % 3], 0.006 + 0.001 * (n % 60),
    exp(0.1 * sin(n)), exp(0.2 * cos(n)), 20 + n % 60, exp(0.2 * sin(n / 7)),
    tips.ids[1 + n % cardinality(tips.ids)], hands.ids[1 + n % cardinality(hands.ids)]
FROM generate_series(1, 1000000) n,
    (SELECT array_agg(id) AS ids FROM job_lines) lines,
    (SELECT array_agg(id) AS ids FROM gear WHERE kind = 'tip') tips,
    (SELECT array_agg(id) AS ids FROM people) hands;
SET session_replication_role = origin;
UPDATE shop_stamp SET stamp = stamp + 1;
ANALYZE;
