CREATE TABLE "hours_link" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"secret_sha256" text NOT NULL,
	"sites" text[],
	"made_by" uuid NOT NULL,
	"made_at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	"used_at" timestamp (3) with time zone,
	"revoked_by" uuid,
	"revoked_at" timestamp (3) with time zone,
	CONSTRAINT "hours_link_name_unique" UNIQUE("name"),
	CONSTRAINT "hours_link_secret_sha256_unique" UNIQUE("secret_sha256")
);
--> statement-breakpoint
CREATE TABLE "outlook_stale" (
	"kind" text PRIMARY KEY NOT NULL,
	"since" timestamp (3) with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "running_hours" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"unit_id" uuid NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"hours" double precision NOT NULL,
	"was_hours" double precision,
	"source" text NOT NULL,
	"confirmed" text,
	"entered_by" uuid,
	"entered_at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	"withdrawn_by" uuid,
	"withdrawn_at" timestamp (3) with time zone
);
--> statement-breakpoint
CREATE TABLE "unit_change" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"unit_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"said" jsonb NOT NULL,
	"note" text,
	"by_id" uuid NOT NULL,
	"at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "unit_change_version" UNIQUE("unit_id","version")
);
--> statement-breakpoint
CREATE TABLE "unit_outlook" (
	"unit_id" uuid PRIMARY KEY NOT NULL,
	"day" date NOT NULL,
	"position" text,
	"position_name" text,
	"share" double precision,
	"low_day" date,
	"median_day" date,
	"high_day" date,
	"due_day" date,
	"due_reason" text,
	"due_what" text,
	"dues" jsonb DEFAULT '[]'::jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "unit" ALTER COLUMN "running_hours" SET DATA TYPE double precision;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "name" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "quantity" text DEFAULT 'length' NOT NULL;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "part" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "lower" double precision;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "upper" double precision;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "uncertainty" double precision DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "hours" double precision;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "is_renewed" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "is_gone" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "unit" ADD COLUMN "interval_hours" integer;--> statement-breakpoint
ALTER TABLE "unit" ADD COLUMN "regulation_due" date;--> statement-breakpoint
ALTER TABLE "unit" ADD COLUMN "is_critical" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "unit" ADD COLUMN "retired_at" timestamp (3) with time zone;--> statement-breakpoint
ALTER TABLE "unit" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "hours_link" ADD CONSTRAINT "hours_link_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hours_link" ADD CONSTRAINT "hours_link_revoked_by_person_id_fk" FOREIGN KEY ("revoked_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "running_hours" ADD CONSTRAINT "running_hours_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "running_hours" ADD CONSTRAINT "running_hours_entered_by_person_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "running_hours" ADD CONSTRAINT "running_hours_withdrawn_by_person_id_fk" FOREIGN KEY ("withdrawn_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unit_change" ADD CONSTRAINT "unit_change_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unit_change" ADD CONSTRAINT "unit_change_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unit_outlook" ADD CONSTRAINT "unit_outlook_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "running_hours_moment" ON "running_hours" USING btree ("unit_id","at") WHERE "running_hours"."withdrawn_at" is null;--> statement-breakpoint
CREATE INDEX "unit_outlook_due" ON "unit_outlook" USING btree ("due_day");--> statement-breakpoint
CREATE INDEX "unit_outlook_low" ON "unit_outlook" USING btree ("low_day");--> statement-breakpoint
CREATE INDEX "unit_kind" ON "unit" USING btree ("sheet_key");