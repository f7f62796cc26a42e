CREATE TABLE "known_device" (
	"person_id" uuid NOT NULL,
	"device" uuid NOT NULL,
	"last_at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "known_device_person_id_device_pk" PRIMARY KEY("person_id","device")
);
--> statement-breakpoint
CREATE TABLE "photo" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"source_sha256" text NOT NULL,
	"sha256" text NOT NULL,
	"bytes" integer NOT NULL,
	"kept_at" timestamp (3) with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "rate_limit" (
	"key" varchar(255) PRIMARY KEY NOT NULL,
	"points" integer DEFAULT 0 NOT NULL,
	"expire" bigint
);
--> statement-breakpoint
CREATE TABLE "session" (
	"id" uuid PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"device" uuid NOT NULL,
	"created_at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	"seen_at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	"ends_at" timestamp (3) with time zone NOT NULL,
	"ended_at" timestamp (3) with time zone,
	"address" text NOT NULL,
	"agent" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "set_up_code" (
	"id" smallint PRIMARY KEY DEFAULT 1 NOT NULL,
	"code_hash" text NOT NULL,
	CONSTRAINT "set_up_code_only_one" CHECK ("set_up_code"."id" = 1)
);
--> statement-breakpoint
DROP TABLE "sign_in_attempt" CASCADE;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "demo" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "password_due" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "known_device" ADD CONSTRAINT "known_device_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "known_device_device" ON "known_device" USING btree ("device");--> statement-breakpoint
CREATE INDEX "photo_job" ON "photo" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "session_person" ON "session" USING btree ("person_id","created_at");--> statement-breakpoint
-- The state of a job has grown: snapshots are folded anew.
DELETE FROM "job_snapshot";
--> statement-breakpoint
-- The private key is kept encrypted from now on; a new pair is made.
DELETE FROM "seal_key";
--> statement-breakpoint
-- Whose password is published in the product's own documents.
UPDATE "person" SET "demo" = true WHERE EXISTS (SELECT 1 FROM "site" WHERE "key" = 'desalting') AND "login" IN ('okafor', 'lindqvist', 'marsh', 'duarte', 'brandt', 'nakamura', 'osei', 'varga', 'holm', 'admin', 'pike', 'guest');
