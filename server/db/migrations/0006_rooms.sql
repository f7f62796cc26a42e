CREATE TABLE "read_model" (
	"name" text PRIMARY KEY NOT NULL,
	"version" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "job_snapshot" ADD COLUMN "format" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "unit_id" uuid;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "sheet_key" text;--> statement-breakpoint
UPDATE "reading" SET "unit_id" = "job"."unit_id", "sheet_key" = "sheet"."key" FROM "job", "sheet" WHERE "job"."id" = "reading"."job_id" AND "sheet"."id" = "job"."sheet_id";--> statement-breakpoint
ALTER TABLE "reading" ALTER COLUMN "unit_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "reading" ALTER COLUMN "sheet_key" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reading_unit" ON "reading" USING btree ("unit_id","position","taken_at");--> statement-breakpoint
CREATE INDEX "reading_fleet" ON "reading" USING btree ("sheet_key","position","stage","taken_at");--> statement-breakpoint
INSERT INTO "read_model" ("name", "version") VALUES ('job-head', 1), ('readings', 1);
