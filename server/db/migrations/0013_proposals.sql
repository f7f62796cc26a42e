CREATE TABLE "sheet_proposal" (
	"id" uuid PRIMARY KEY NOT NULL,
	"sheet_key" text NOT NULL,
	"revision" integer NOT NULL,
	"job_id" uuid NOT NULL,
	"bend" jsonb NOT NULL,
	"name" text NOT NULL,
	"says" text NOT NULL,
	"source" text NOT NULL,
	"note" text,
	"by" uuid NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"status" text DEFAULT 'open' NOT NULL,
	"reason" text,
	"decided_by" uuid,
	"decided_at" timestamp (3) with time zone,
	"draft_id" uuid
);
--> statement-breakpoint
CREATE TABLE "unit_bends" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"unit_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"list" jsonb NOT NULL,
	"job_id" uuid,
	"by" uuid NOT NULL,
	"at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "unit_bends_job_id_unique" UNIQUE("job_id"),
	CONSTRAINT "unit_bends_version" UNIQUE("unit_id","version")
);
--> statement-breakpoint
DROP INDEX "job_event_rare";--> statement-breakpoint
ALTER TABLE "sheet_proposal" ADD CONSTRAINT "sheet_proposal_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet_proposal" ADD CONSTRAINT "sheet_proposal_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet_proposal" ADD CONSTRAINT "sheet_proposal_decided_by_person_id_fk" FOREIGN KEY ("decided_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet_proposal" ADD CONSTRAINT "sheet_proposal_draft_id_sheet_draft_id_fk" FOREIGN KEY ("draft_id") REFERENCES "public"."sheet_draft"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unit_bends" ADD CONSTRAINT "unit_bends_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unit_bends" ADD CONSTRAINT "unit_bends_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unit_bends" ADD CONSTRAINT "unit_bends_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "sheet_proposal_key" ON "sheet_proposal" USING btree ("sheet_key","status");--> statement-breakpoint
CREATE INDEX "job_event_rare" ON "job_event" USING btree ("job_id","type") WHERE type in ('cause-written', 'departure-made', 'finding-noted', 'reach-said', 'sheet-grown');