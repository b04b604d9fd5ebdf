ALTER TABLE "fingerings" ADD COLUMN "was" text;--> statement-breakpoint
ALTER TABLE "fingerings" ADD COLUMN "changed_at" timestamp with time zone;