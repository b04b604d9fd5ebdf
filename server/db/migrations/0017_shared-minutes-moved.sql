UPDATE "students" s SET "minutes_by_weekday" = m."minutes" FROM (
	SELECT each."student_id", jsonb_agg(each."minutes" ORDER BY each."day") AS "minutes" FROM (
		SELECT a."student_id", d.n AS "day", least(600, sum((d.value #>> '{}')::integer)) AS "minutes"
		FROM "plans" p
		JOIN "assignments" a ON a."id" = p."assignment_id",
			jsonb_array_elements(p."minutes_by_weekday") WITH ORDINALITY AS d(value, n)
		WHERE NOT p."superseded" AND NOT a."archived"
		GROUP BY a."student_id", d.n
	) AS each GROUP BY each."student_id"
) AS m WHERE m."student_id" = s."id";--> statement-breakpoint
ALTER TABLE "plans" DROP COLUMN "minutes_by_weekday";