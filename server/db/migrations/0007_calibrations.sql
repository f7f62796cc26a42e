CREATE TABLE "calibration" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"tag" text NOT NULL,
	"day" date NOT NULL,
	"until" date NOT NULL,
	"certificate" text NOT NULL,
	"result" text NOT NULL,
	"uncertainty" double precision NOT NULL,
	"note" text,
	"entered_by" uuid,
	"entered_at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "calibration_day" UNIQUE("tag","day")
);
--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "serial" text;--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "site_key" text;--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "retired" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "calibration" ADD CONSTRAINT "calibration_tag_instrument_tag_fk" FOREIGN KEY ("tag") REFERENCES "public"."instrument"("tag") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calibration" ADD CONSTRAINT "calibration_entered_by_person_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "instrument" ADD CONSTRAINT "instrument_site_key_site_key_fk" FOREIGN KEY ("site_key") REFERENCES "public"."site"("key") ON DELETE no action ON UPDATE no action;