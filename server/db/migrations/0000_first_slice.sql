CREATE TABLE "job" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"number" serial NOT NULL,
	"unit_id" uuid NOT NULL,
	"sheet_id" uuid NOT NULL,
	"reason" text NOT NULL,
	"status" text DEFAULT 'open' NOT NULL,
	"seq" integer DEFAULT 0 NOT NULL,
	"head_hash" text DEFAULT '' NOT NULL,
	"steps_done" integer DEFAULT 0 NOT NULL,
	"steps_total" integer NOT NULL,
	"current_step" text,
	"opened_at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	"closed_at" timestamp (3) with time zone,
	CONSTRAINT "job_number_unique" UNIQUE("number")
);
--> statement-breakpoint
CREATE TABLE "job_event" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"seq" integer NOT NULL,
	"type" text NOT NULL,
	"body" jsonb NOT NULL,
	"actor_id" uuid NOT NULL,
	"actor_name" text NOT NULL,
	"device" uuid NOT NULL,
	"happened_at" timestamp (3) with time zone NOT NULL,
	"recorded_at" timestamp (3) with time zone NOT NULL,
	"prev_hash" text NOT NULL,
	"hash" text NOT NULL,
	CONSTRAINT "job_event_job_seq" UNIQUE("job_id","seq")
);
--> statement-breakpoint
CREATE TABLE "job_event_refused" (
	"refusal" bigserial PRIMARY KEY NOT NULL,
	"id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"type" text NOT NULL,
	"body" jsonb NOT NULL,
	"actor_id" uuid NOT NULL,
	"actor_name" text NOT NULL,
	"device" uuid NOT NULL,
	"happened_at" timestamp (3) with time zone NOT NULL,
	"refused_at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	"code" text NOT NULL,
	"message" text NOT NULL,
	CONSTRAINT "job_event_refused_once" UNIQUE("job_id","id")
);
--> statement-breakpoint
CREATE TABLE "job_snapshot" (
	"job_id" uuid PRIMARY KEY NOT NULL,
	"seq" integer NOT NULL,
	"state" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "person" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"login" text NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"password_hash" text NOT NULL,
	"sites" text[],
	"active" boolean DEFAULT true NOT NULL,
	CONSTRAINT "person_login_unique" UNIQUE("login"),
	CONSTRAINT "person_role" CHECK ("person"."role" in ('technician', 'lead', 'planner', 'engineer', 'admin', 'trainee', 'viewer'))
);
--> statement-breakpoint
CREATE TABLE "reading" (
	"event_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"position" text NOT NULL,
	"stage" text NOT NULL,
	"mean" double precision NOT NULL,
	"verdict" text NOT NULL,
	"taken_at" timestamp (3) with time zone NOT NULL,
	CONSTRAINT "reading_event_id_pk" PRIMARY KEY("event_id")
);
--> statement-breakpoint
CREATE TABLE "sheet" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"key" text NOT NULL,
	"revision" integer NOT NULL,
	"title" text NOT NULL,
	"document" jsonb NOT NULL,
	"released_at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "sheet_key_revision" UNIQUE("key","revision")
);
--> statement-breakpoint
CREATE TABLE "sign_in_attempt" (
	"key" text PRIMARY KEY NOT NULL,
	"failures" integer NOT NULL,
	"expires_at" timestamp (3) with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "site" (
	"key" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"place" smallint DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "unit" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"tag" text NOT NULL,
	"site_key" text NOT NULL,
	"name" text NOT NULL,
	"family" text NOT NULL,
	"make" text NOT NULL,
	"nameplate" json DEFAULT '{}'::json NOT NULL,
	"sheet_key" text,
	"running_hours" integer DEFAULT 0 NOT NULL,
	"next_due" date,
	CONSTRAINT "unit_tag_unique" UNIQUE("tag")
);
--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_sheet_id_sheet_id_fk" FOREIGN KEY ("sheet_id") REFERENCES "public"."sheet"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_event" ADD CONSTRAINT "job_event_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_event" ADD CONSTRAINT "job_event_actor_id_person_id_fk" FOREIGN KEY ("actor_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_event_refused" ADD CONSTRAINT "job_event_refused_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_event_refused" ADD CONSTRAINT "job_event_refused_actor_id_person_id_fk" FOREIGN KEY ("actor_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_snapshot" ADD CONSTRAINT "job_snapshot_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_event_id_job_event_id_fk" FOREIGN KEY ("event_id") REFERENCES "public"."job_event"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unit" ADD CONSTRAINT "unit_site_key_site_key_fk" FOREIGN KEY ("site_key") REFERENCES "public"."site"("key") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "job_unit" ON "job" USING btree ("unit_id","opened_at");--> statement-breakpoint
CREATE UNIQUE INDEX "job_one_open_per_unit" ON "job" USING btree ("unit_id") WHERE "job"."status" = 'open';--> statement-breakpoint
CREATE INDEX "reading_job" ON "reading" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "unit_site" ON "unit" USING btree ("site_key","tag");