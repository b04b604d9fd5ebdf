ALTER TABLE "pieces" ADD COLUMN "setup" jsonb;--> statement-breakpoint
ALTER TABLE "students" ADD COLUMN "player" jsonb DEFAULT '{}'::jsonb NOT NULL;