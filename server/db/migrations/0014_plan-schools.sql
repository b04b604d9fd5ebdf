ALTER TABLE "cards" ADD COLUMN "played" jsonb;--> statement-breakpoint
ALTER TABLE "plans" ADD COLUMN "chosen" jsonb;--> statement-breakpoint
ALTER TABLE "plans" ADD COLUMN "learning_order" text DEFAULT 'front-to-back' NOT NULL;--> statement-breakpoint
ALTER TABLE "plans" ADD COLUMN "raise" text DEFAULT 'stages' NOT NULL;--> statement-breakpoint
ALTER TABLE "plans" ADD COLUMN "hands" text DEFAULT 'apart' NOT NULL;--> statement-breakpoint
ALTER TABLE "plans" ADD COLUMN "ladder" text DEFAULT 'metronome' NOT NULL;