CREATE TABLE "attachment" (
	"sha256" text PRIMARY KEY NOT NULL,
	"type" text NOT NULL,
	"bytes" integer NOT NULL,
	"store_key" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp (3) with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "attachment" ADD CONSTRAINT "attachment_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;