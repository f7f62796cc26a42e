CREATE TABLE "badge" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"person_id" uuid NOT NULL,
	"code_hmac" text NOT NULL,
	"name" text NOT NULL,
	"made_by" uuid NOT NULL,
	"made_at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	"used_at" timestamp (3) with time zone,
	"revoked_by" uuid,
	"revoked_at" timestamp (3) with time zone
);
--> statement-breakpoint
CREATE TABLE "bay" (
	"site_key" text NOT NULL,
	"name" text NOT NULL,
	"place" smallint DEFAULT 0 NOT NULL,
	CONSTRAINT "bay_site_key_name_pk" PRIMARY KEY("site_key","name")
);
--> statement-breakpoint
CREATE TABLE "entry_code" (
	"person_id" uuid PRIMARY KEY NOT NULL,
	"code_sha256" text NOT NULL,
	"ends_at" timestamp (3) with time zone NOT NULL,
	"made_by" uuid NOT NULL,
	"made_at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "entry_code_code_sha256_unique" UNIQUE("code_sha256")
);
--> statement-breakpoint
CREATE TABLE "first_step_left" (
	"step" text PRIMARY KEY NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp (3) with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "house_device" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"device" uuid NOT NULL,
	"name" text NOT NULL,
	"site_key" text NOT NULL,
	"bay" text,
	"rest_minutes" smallint NOT NULL,
	"public_key" jsonb NOT NULL,
	"challenge" text,
	"challenge_at" timestamp (3) with time zone,
	"enrolled_by" uuid NOT NULL,
	"enrolled_at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	"ended_by" uuid,
	"ended_at" timestamp (3) with time zone
);
--> statement-breakpoint
ALTER TABLE "person" ALTER COLUMN "password_hash" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "session" ADD COLUMN "way" text DEFAULT 'password' NOT NULL;--> statement-breakpoint
ALTER TABLE "session" ADD COLUMN "locked_at" timestamp (3) with time zone;--> statement-breakpoint
ALTER TABLE "site" ADD COLUMN "time_zone" text DEFAULT 'UTC' NOT NULL;--> statement-breakpoint
ALTER TABLE "site" ADD COLUMN "closed_at" timestamp (3) with time zone;--> statement-breakpoint
ALTER TABLE "site" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "badge" ADD CONSTRAINT "badge_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "badge" ADD CONSTRAINT "badge_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "badge" ADD CONSTRAINT "badge_revoked_by_person_id_fk" FOREIGN KEY ("revoked_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bay" ADD CONSTRAINT "bay_site_key_site_key_fk" FOREIGN KEY ("site_key") REFERENCES "public"."site"("key") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entry_code" ADD CONSTRAINT "entry_code_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entry_code" ADD CONSTRAINT "entry_code_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "first_step_left" ADD CONSTRAINT "first_step_left_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "house_device" ADD CONSTRAINT "house_device_site_key_site_key_fk" FOREIGN KEY ("site_key") REFERENCES "public"."site"("key") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "house_device" ADD CONSTRAINT "house_device_enrolled_by_person_id_fk" FOREIGN KEY ("enrolled_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "house_device" ADD CONSTRAINT "house_device_ended_by_person_id_fk" FOREIGN KEY ("ended_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "badge_code" ON "badge" USING btree ("code_hmac") WHERE "badge"."revoked_at" is null;--> statement-breakpoint
CREATE INDEX "badge_person" ON "badge" USING btree ("person_id");--> statement-breakpoint
CREATE UNIQUE INDEX "house_device_standing" ON "house_device" USING btree ("device") WHERE "house_device"."ended_at" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "house_device_name" ON "house_device" USING btree (lower("name")) WHERE "house_device"."ended_at" is null;--> statement-breakpoint
CREATE INDEX "session_device" ON "session" USING btree ("device");--> statement-breakpoint
-- A password that was given out by the office and never changed opens nothing any more; those people come in with a code.
UPDATE "person" SET "password_hash" = NULL WHERE "password_due" AND "role" <> 'admin';--> statement-breakpoint
ALTER TABLE "person" DROP COLUMN "password_due";