CREATE TABLE "marks" (
	"piece_id" text NOT NULL,
	"id" text NOT NULL,
	"stratum" text NOT NULL,
	"layer" text NOT NULL,
	"line" text,
	"from_bar" integer NOT NULL,
	"from_offset" text NOT NULL,
	"to_bar" integer,
	"to_offset" text,
	"data" jsonb NOT NULL,
	"position" integer GENERATED ALWAYS AS IDENTITY (sequence name "marks_position_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	CONSTRAINT "marks_piece_id_id_pk" PRIMARY KEY("piece_id","id")
);
--> statement-breakpoint
CREATE TABLE "note_marks" (
	"piece_id" text NOT NULL,
	"layer" text NOT NULL,
	"aspect" text NOT NULL,
	"note_id" text NOT NULL,
	"value" text NOT NULL,
	"was" text,
	"changed_at" timestamp with time zone,
	CONSTRAINT "note_marks_piece_id_layer_aspect_note_id_pk" PRIMARY KEY("piece_id","layer","aspect","note_id")
);
--> statement-breakpoint
ALTER TABLE "pieces" ADD COLUMN "taken" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "marks" ADD CONSTRAINT "marks_piece_id_pieces_id_fk" FOREIGN KEY ("piece_id") REFERENCES "public"."pieces"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "note_marks" ADD CONSTRAINT "note_marks_piece_id_pieces_id_fk" FOREIGN KEY ("piece_id") REFERENCES "public"."pieces"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "marks_stratum" ON "marks" USING btree ("piece_id","stratum");