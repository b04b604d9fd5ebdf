CREATE TABLE "corrections" (
	"id" text PRIMARY KEY NOT NULL,
	"piece_id" text NOT NULL,
	"before" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "corrections" ADD CONSTRAINT "corrections_piece_id_pieces_id_fk" FOREIGN KEY ("piece_id") REFERENCES "public"."pieces"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "corrections_piece" ON "corrections" USING btree ("piece_id");