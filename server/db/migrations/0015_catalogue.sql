CREATE TABLE "catalogue" (
	"revision" integer PRIMARY KEY NOT NULL,
	"document" jsonb NOT NULL,
	"note" text NOT NULL,
	"released_by" uuid NOT NULL,
	"released_at" timestamp (3) with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "catalogue" ADD CONSTRAINT "catalogue_released_by_person_id_fk" FOREIGN KEY ("released_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;