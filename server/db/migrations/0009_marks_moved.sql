INSERT INTO "note_marks" ("piece_id", "layer", "aspect", "note_id", "value", "was", "changed_at")
SELECT f."piece_id", f."layer",
	CASE
		WHEN p."instrument" = 'guitar' AND f."finger" IN ('p', 'i', 'm', 'a') THEN 'pluck'
		WHEN p."instrument" = 'organ' AND f."finger" ~ '^[(]?[th]' THEN 'part'
		ELSE 'finger'
	END,
	f."note_id", f."finger", f."was", f."changed_at"
FROM "fingerings" f JOIN "pieces" p ON p."id" = f."piece_id";
--> statement-breakpoint
INSERT INTO "marks" ("piece_id", "id", "stratum", "layer", "from_bar", "from_offset", "data")
SELECT p."id", gen_random_uuid()::text, 'pedal', 'teacher', (m.mark->>'bar')::integer, m.mark->>'offset', m.mark - 'bar' - 'offset'
FROM "pieces" p, jsonb_array_elements(p."pedal") WITH ORDINALITY AS m(mark, n)
WHERE jsonb_typeof(p."pedal") = 'array'
ORDER BY p."id", m.n;
--> statement-breakpoint
UPDATE "pieces" SET "taken" = '["pedal"]'::jsonb WHERE jsonb_typeof("pedal") = 'array';
--> statement-breakpoint
INSERT INTO "marks" ("piece_id", "id", "stratum", "layer", "line", "from_bar", "from_offset", "to_bar", "to_offset", "data")
SELECT p."id", gen_random_uuid()::text, 'position', m.mark->>'layer', m.mark->>'hand',
	(m.mark->'from'->>'bar')::integer, m.mark->'from'->>'offset', (m.mark->'to'->>'bar')::integer, m.mark->'to'->>'offset',
	jsonb_build_object('thumb', m.mark->'thumb')
FROM "pieces" p, jsonb_array_elements(p."positions") WITH ORDINALITY AS m(mark, n)
ORDER BY p."id", m.n;
--> statement-breakpoint
UPDATE "corrections" c SET "before" =
	(c."before" #- '{piece,pedal}' #- '{piece,positions}')
	|| jsonb_build_object(
		'piece', (c."before"->'piece') - 'pedal' - 'positions'
			|| jsonb_build_object('taken', CASE WHEN jsonb_typeof(c."before"#>'{piece,pedal}') = 'array' THEN '["pedal"]'::jsonb ELSE '[]'::jsonb END),
		'marks', coalesce((
			SELECT jsonb_agg(jsonb_build_object(
				'pieceId', c."piece_id", 'id', gen_random_uuid()::text, 'stratum', 'pedal', 'layer', 'teacher', 'line', NULL,
				'fromBar', m.mark->'bar', 'fromOffset', m.mark->'offset', 'toBar', NULL, 'toOffset', NULL,
				'data', m.mark - 'bar' - 'offset') ORDER BY m.n)
			FROM jsonb_array_elements(CASE WHEN jsonb_typeof(c."before"#>'{piece,pedal}') = 'array' THEN c."before"#>'{piece,pedal}' ELSE '[]'::jsonb END) WITH ORDINALITY AS m(mark, n)
		), '[]'::jsonb) || coalesce((
			SELECT jsonb_agg(jsonb_build_object(
				'pieceId', c."piece_id", 'id', gen_random_uuid()::text, 'stratum', 'position', 'layer', m.mark->'layer', 'line', m.mark->'hand',
				'fromBar', m.mark#>'{from,bar}', 'fromOffset', m.mark#>'{from,offset}', 'toBar', m.mark#>'{to,bar}', 'toOffset', m.mark#>'{to,offset}',
				'data', jsonb_build_object('thumb', m.mark->'thumb')) ORDER BY m.n)
			FROM jsonb_array_elements(CASE WHEN jsonb_typeof(c."before"#>'{piece,positions}') = 'array' THEN c."before"#>'{piece,positions}' ELSE '[]'::jsonb END) WITH ORDINALITY AS m(mark, n)
		), '[]'::jsonb));
--> statement-breakpoint
DROP TABLE "fingerings" CASCADE;--> statement-breakpoint
ALTER TABLE "pieces" DROP COLUMN "pedal";--> statement-breakpoint
ALTER TABLE "pieces" DROP COLUMN "positions";