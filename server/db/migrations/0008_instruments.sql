CREATE TABLE "instrument_lease" (
	"tag" text PRIMARY KEY NOT NULL,
	"session_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"until" timestamp (3) with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "line_pattern" text;--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "baud_rate" integer DEFAULT 9600 NOT NULL;--> statement-breakpoint
ALTER TABLE "instrument_lease" ADD CONSTRAINT "instrument_lease_tag_instrument_tag_fk" FOREIGN KEY ("tag") REFERENCES "public"."instrument"("tag") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "instrument_lease" ADD CONSTRAINT "instrument_lease_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;