CREATE TABLE "instrument" (
	"tag" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"quantity" text NOT NULL,
	"range_from" double precision NOT NULL,
	"range_to" double precision NOT NULL,
	"uncertainty" double precision NOT NULL,
	"step" double precision NOT NULL,
	"alpha_per_k" double precision DEFAULT 0 NOT NULL,
	"calibrated_until" date NOT NULL,
	CONSTRAINT "instrument_uncertainty" CHECK ("instrument"."uncertainty" >= 0 and "instrument"."range_from" <= "instrument"."range_to")
);
--> statement-breakpoint
ALTER TABLE "reading" RENAME COLUMN "mean" TO "value";
