ALTER TABLE "job_snapshot" ALTER COLUMN "state" SET DATA TYPE json;--> statement-breakpoint
ALTER TABLE "job_snapshot" ALTER COLUMN "state" SET COMPRESSION lz4;
