ALTER TABLE "draft_deed" ADD COLUMN "carries" integer;--> statement-breakpoint
ALTER TABLE "draft_deed" ADD COLUMN "left" jsonb;