CREATE TABLE "evidence_rules" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"key" text NOT NULL,
	"revision" integer NOT NULL,
	"document" jsonb NOT NULL,
	"note" text NOT NULL,
	"released_by" uuid NOT NULL,
	"released_at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "evidence_rules_revision" UNIQUE("key","revision")
);
--> statement-breakpoint
ALTER TABLE "evidence_rules" ADD CONSTRAINT "evidence_rules_released_by_person_id_fk" FOREIGN KEY ("released_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "job_event_evidence" ON "job_event" USING btree ("job_id","type") WHERE type in ('cause-written', 'finding-noted');