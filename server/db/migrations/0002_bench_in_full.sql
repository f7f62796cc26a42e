ALTER TABLE "job" ADD COLUMN "setup" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "timer_name" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "timer_ends_at" timestamp (3) with time zone;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "pin_hash" text;--> statement-breakpoint
ALTER TABLE "unit" ADD COLUMN "options" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
-- Snapshots are derived; the state has grown, so they are folded anew.
DELETE FROM "job_snapshot";
