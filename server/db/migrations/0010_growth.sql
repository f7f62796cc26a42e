CREATE TABLE "sheet_draft" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"key" text NOT NULL,
	"title" text NOT NULL,
	"document" jsonb NOT NULL,
	"photos" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"job_id" uuid NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "sheet_draft_job_id_unique" UNIQUE("job_id")
);
--> statement-breakpoint
ALTER TABLE "job_event" ADD COLUMN "deed" uuid;--> statement-breakpoint
ALTER TABLE "sheet" ADD COLUMN "origin" text DEFAULT 'released' NOT NULL;--> statement-breakpoint
ALTER TABLE "sheet_draft" ADD CONSTRAINT "sheet_draft_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet_draft" ADD CONSTRAINT "sheet_draft_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "sheet_draft_key" ON "sheet_draft" USING btree ("key");