ALTER TABLE "plans" ADD COLUMN "dates" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "students" ADD COLUMN "minutes_by_weekday" jsonb DEFAULT '[20,20,20,20,20,20,0]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "students" ADD COLUMN "days_off" jsonb DEFAULT '[]'::jsonb NOT NULL;