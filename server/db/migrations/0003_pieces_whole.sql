CREATE TABLE "pages" (
	"id" text PRIMARY KEY NOT NULL,
	"piece_id" text NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"mime" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"picture" "bytea" NOT NULL,
	"removed" boolean DEFAULT false NOT NULL,
	"marks" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "readings" (
	"id" text PRIMARY KEY NOT NULL,
	"piece_id" text NOT NULL,
	"from_bar" integer NOT NULL,
	"to_bar" integer NOT NULL,
	"source" text NOT NULL,
	"measures" jsonb NOT NULL,
	"in_use" boolean DEFAULT true NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "remarks" (
	"id" text PRIMARY KEY NOT NULL,
	"piece_id" text NOT NULL,
	"bar" integer NOT NULL,
	"offset" text NOT NULL,
	"note_id" text,
	"text" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "pieces" ADD COLUMN "climax" jsonb;--> statement-breakpoint
ALTER TABLE "pieces" ADD COLUMN "road" jsonb;--> statement-breakpoint
ALTER TABLE "pieces" ADD COLUMN "hand_of" jsonb;--> statement-breakpoint
ALTER TABLE "pieces" ADD COLUMN "paper" jsonb;--> statement-breakpoint
ALTER TABLE "pieces" ADD COLUMN "reading" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "sections" ADD COLUMN "about" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "students" ADD COLUMN "reach" integer;--> statement-breakpoint
ALTER TABLE "pages" ADD CONSTRAINT "pages_piece_id_pieces_id_fk" FOREIGN KEY ("piece_id") REFERENCES "public"."pieces"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_piece_id_pieces_id_fk" FOREIGN KEY ("piece_id") REFERENCES "public"."pieces"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "remarks" ADD CONSTRAINT "remarks_piece_id_pieces_id_fk" FOREIGN KEY ("piece_id") REFERENCES "public"."pieces"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "pages_piece" ON "pages" USING btree ("piece_id");--> statement-breakpoint
CREATE INDEX "readings_piece" ON "readings" USING btree ("piece_id");--> statement-breakpoint
CREATE INDEX "remarks_piece" ON "remarks" USING btree ("piece_id");