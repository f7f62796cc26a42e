CREATE TABLE "outside_order" (
	"job_id" uuid NOT NULL,
	"part" text NOT NULL,
	"shop" text NOT NULL,
	"instruction" text NOT NULL,
	"promised" date,
	"version" integer DEFAULT 1 NOT NULL,
	"by_id" uuid NOT NULL,
	"at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "outside_order_job_id_part_pk" PRIMARY KEY("job_id","part")
);
--> statement-breakpoint
CREATE TABLE "part_news" (
	"event_id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"unit_id" uuid NOT NULL,
	"sheet_key" text NOT NULL,
	"part" text NOT NULL,
	"name" text NOT NULL,
	"what" text NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"by" text NOT NULL,
	"disposition" text,
	"lot" text,
	"serial" text,
	"severity" integer,
	"said" text,
	"position_name" text,
	"quantity" text,
	"value" double precision,
	"until_day" date,
	"until_hours" double precision,
	"count" integer
);
--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "serial" text;--> statement-breakpoint
ALTER TABLE "unit_outlook" ADD COLUMN "open_findings" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "unit_outlook" ADD COLUMN "concessions" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "stock_entry" ADD COLUMN "job_id" uuid;--> statement-breakpoint
ALTER TABLE "outside_order" ADD CONSTRAINT "outside_order_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outside_order" ADD CONSTRAINT "outside_order_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_news" ADD CONSTRAINT "part_news_event_id_job_event_id_fk" FOREIGN KEY ("event_id") REFERENCES "public"."job_event"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_news" ADD CONSTRAINT "part_news_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_news" ADD CONSTRAINT "part_news_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "part_news_unit" ON "part_news" USING btree ("unit_id","part","at");--> statement-breakpoint
CREATE INDEX "part_news_job" ON "part_news" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "part_news_serial" ON "part_news" USING btree ("serial");--> statement-breakpoint
ALTER TABLE "stock_entry" ADD CONSTRAINT "stock_entry_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;