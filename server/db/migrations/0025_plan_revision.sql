ALTER TABLE "plans" ADD COLUMN "revision" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "plans" ADD COLUMN "edited" jsonb DEFAULT '{}'::jsonb NOT NULL;