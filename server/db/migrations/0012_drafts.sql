CREATE TABLE "draft_deed" (
	"id" uuid PRIMARY KEY NOT NULL,
	"draft_id" uuid NOT NULL,
	"n" integer NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	"edits" jsonb NOT NULL,
	"undoes" integer,
	CONSTRAINT "draft_deed_number" UNIQUE("draft_id","n")
);
--> statement-breakpoint
ALTER TABLE "sheet" DROP CONSTRAINT "sheet_key_revision";--> statement-breakpoint
ALTER TABLE "sheet_draft" ALTER COLUMN "job_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "sheet" ADD COLUMN "sha256" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "sheet" ADD COLUMN "released_by" uuid;--> statement-breakpoint
ALTER TABLE "sheet" ADD COLUMN "note" text;--> statement-breakpoint
ALTER TABLE "sheet_draft" ADD COLUMN "origin" text DEFAULT 'job' NOT NULL;--> statement-breakpoint
ALTER TABLE "sheet_draft" ADD COLUMN "based_on" integer;--> statement-breakpoint
ALTER TABLE "sheet_draft" ADD COLUMN "status" text DEFAULT 'open' NOT NULL;--> statement-breakpoint
ALTER TABLE "sheet_draft" ADD COLUMN "seq" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "sheet_draft" ADD COLUMN "changed_at" timestamp (3) with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "sheet_draft" ADD COLUMN "remark" text;--> statement-breakpoint
ALTER TABLE "sheet_draft" ADD COLUMN "remark_by" uuid;--> statement-breakpoint
ALTER TABLE "sheet_draft" ADD COLUMN "released_as" integer;--> statement-breakpoint
ALTER TABLE "draft_deed" ADD CONSTRAINT "draft_deed_draft_id_sheet_draft_id_fk" FOREIGN KEY ("draft_id") REFERENCES "public"."sheet_draft"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "draft_deed" ADD CONSTRAINT "draft_deed_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet" ADD CONSTRAINT "sheet_released_by_person_id_fk" FOREIGN KEY ("released_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet_draft" ADD CONSTRAINT "sheet_draft_remark_by_person_id_fk" FOREIGN KEY ("remark_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "sheet_released_revision" ON "sheet" USING btree ("key","revision") WHERE "sheet"."origin" = 'released';--> statement-breakpoint
CREATE INDEX "sheet_sha256" ON "sheet" USING btree ("sha256");--> statement-breakpoint
UPDATE "sheet_draft" SET "changed_at" = "at", "based_on" = (SELECT max("revision") FROM "sheet" WHERE "sheet"."key" = "sheet_draft"."key" AND "sheet"."origin" = 'released');
