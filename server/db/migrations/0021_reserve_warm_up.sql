ALTER TABLE "plans" ADD COLUMN "top" text DEFAULT 'goal' NOT NULL;--> statement-breakpoint
ALTER TABLE "students" ADD COLUMN "warm_up" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "students" ADD COLUMN "longest" integer DEFAULT 8 NOT NULL;