CREATE TABLE "assignments" (
	"id" text PRIMARY KEY NOT NULL,
	"student_id" text NOT NULL,
	"piece_id" text NOT NULL,
	"layer" text DEFAULT 'teacher' NOT NULL,
	"archived" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "attempts" (
	"id" text PRIMARY KEY NOT NULL,
	"card_id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"unit" text NOT NULL,
	"from_bar" integer NOT NULL,
	"to_bar" integer NOT NULL,
	"hands" text NOT NULL,
	"tempo" double precision NOT NULL,
	"result" text NOT NULL,
	"bar" integer,
	"promoted" boolean NOT NULL,
	"position" integer GENERATED ALWAYS AS IDENTITY (sequence name "attempts_position_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "cards" (
	"id" text PRIMARY KEY NOT NULL,
	"plan_id" text NOT NULL,
	"date" text NOT NULL,
	"position" integer NOT NULL,
	"unit" text NOT NULL,
	"from_bar" integer NOT NULL,
	"to_bar" integer NOT NULL,
	"hands" text NOT NULL,
	"tempo" double precision NOT NULL,
	"minutes" integer NOT NULL,
	"kind" text NOT NULL,
	"section" text NOT NULL,
	"why" text NOT NULL,
	"steps" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "fingerings" (
	"piece_id" text NOT NULL,
	"layer" text NOT NULL,
	"note_id" text NOT NULL,
	"finger" text NOT NULL,
	CONSTRAINT "fingerings_piece_id_layer_note_id_pk" PRIMARY KEY("piece_id","layer","note_id")
);
--> statement-breakpoint
CREATE TABLE "pieces" (
	"id" text PRIMARY KEY NOT NULL,
	"title" text NOT NULL,
	"composer" text NOT NULL,
	"instrument" text NOT NULL,
	"bars" integer NOT NULL,
	"new_bars" integer NOT NULL,
	"key" text NOT NULL,
	"metre" text NOT NULL,
	"hands" jsonb NOT NULL,
	"tempo" double precision,
	"warnings" jsonb NOT NULL,
	"xml" text NOT NULL,
	"pedal" jsonb,
	"revision" integer DEFAULT 0 NOT NULL,
	"archived" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "plans" (
	"id" text PRIMARY KEY NOT NULL,
	"assignment_id" text NOT NULL,
	"goal_tempo" double precision NOT NULL,
	"ready_by" text NOT NULL,
	"minutes_by_weekday" jsonb NOT NULL,
	"rule" text NOT NULL,
	"sections" jsonb,
	"laid_out_on" text,
	"stale" boolean DEFAULT false NOT NULL,
	"feasible" boolean DEFAULT true NOT NULL,
	"work_minutes" integer DEFAULT 0 NOT NULL,
	"available_minutes" integer DEFAULT 0 NOT NULL,
	"missing_minutes" integer DEFAULT 0 NOT NULL,
	"superseded" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sections" (
	"id" text PRIMARY KEY NOT NULL,
	"piece_id" text NOT NULL,
	"name" text NOT NULL,
	"words" text DEFAULT '' NOT NULL,
	"from_bar" integer NOT NULL,
	"from_offset" text NOT NULL,
	"to_bar" integer NOT NULL,
	"to_offset" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "settings" (
	"key" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "students" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"instrument" text DEFAULT 'piano' NOT NULL,
	"notes" text DEFAULT '' NOT NULL,
	"lesson_weekday" integer,
	"lesson_time" text,
	"archived" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "assignments" ADD CONSTRAINT "assignments_student_id_students_id_fk" FOREIGN KEY ("student_id") REFERENCES "public"."students"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assignments" ADD CONSTRAINT "assignments_piece_id_pieces_id_fk" FOREIGN KEY ("piece_id") REFERENCES "public"."pieces"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attempts" ADD CONSTRAINT "attempts_card_id_cards_id_fk" FOREIGN KEY ("card_id") REFERENCES "public"."cards"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attempts" ADD CONSTRAINT "attempts_assignment_id_assignments_id_fk" FOREIGN KEY ("assignment_id") REFERENCES "public"."assignments"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cards" ADD CONSTRAINT "cards_plan_id_plans_id_fk" FOREIGN KEY ("plan_id") REFERENCES "public"."plans"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fingerings" ADD CONSTRAINT "fingerings_piece_id_pieces_id_fk" FOREIGN KEY ("piece_id") REFERENCES "public"."pieces"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_assignment_id_assignments_id_fk" FOREIGN KEY ("assignment_id") REFERENCES "public"."assignments"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sections" ADD CONSTRAINT "sections_piece_id_pieces_id_fk" FOREIGN KEY ("piece_id") REFERENCES "public"."pieces"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "assignments_piece" ON "assignments" USING btree ("piece_id");--> statement-breakpoint
CREATE INDEX "assignments_student" ON "assignments" USING btree ("student_id");--> statement-breakpoint
CREATE INDEX "attempts_assignment" ON "attempts" USING btree ("assignment_id","unit");--> statement-breakpoint
CREATE INDEX "attempts_card" ON "attempts" USING btree ("card_id");--> statement-breakpoint
CREATE INDEX "cards_plan" ON "cards" USING btree ("plan_id","date");--> statement-breakpoint
CREATE INDEX "cards_date" ON "cards" USING btree ("date");--> statement-breakpoint
CREATE INDEX "plans_assignment" ON "plans" USING btree ("assignment_id");--> statement-breakpoint
CREATE INDEX "sections_piece" ON "sections" USING btree ("piece_id");