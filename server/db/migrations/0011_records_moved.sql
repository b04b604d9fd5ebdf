UPDATE "students" SET "player" = jsonb_build_object(
	CASE WHEN "instrument" = 'organ' THEN 'organ' ELSE 'piano' END,
	coalesce("hand", '{}'::jsonb) || CASE WHEN "reach" IS NULL THEN '{}'::jsonb ELSE jsonb_build_object('reach', "reach") END
) WHERE "reach" IS NOT NULL OR jsonb_typeof("hand") = 'object';
--> statement-breakpoint
ALTER TABLE "students" DROP COLUMN "reach";--> statement-breakpoint
ALTER TABLE "students" DROP COLUMN "hand";