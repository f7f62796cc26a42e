CREATE TABLE "planned_job" (
	"id" uuid PRIMARY KEY NOT NULL,
	"unit_id" uuid NOT NULL,
	"day" date NOT NULL,
	"reason" text NOT NULL,
	"depth" text DEFAULT 'routine' NOT NULL,
	"target" text,
	"kit_complete" boolean DEFAULT false NOT NULL,
	"who_id" uuid,
	"note" text,
	"status" text DEFAULT 'planned' NOT NULL,
	"job_id" uuid,
	"version" integer DEFAULT 1 NOT NULL,
	"made_by" uuid NOT NULL,
	"made_at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "planned_job_job_id_unique" UNIQUE("job_id")
);
--> statement-breakpoint
CREATE TABLE "stock_entry" (
	"seq" bigserial PRIMARY KEY NOT NULL,
	"id" uuid NOT NULL,
	"item_id" uuid NOT NULL,
	"site_key" text NOT NULL,
	"lot" text DEFAULT '' NOT NULL,
	"deed" text NOT NULL,
	"count" integer NOT NULL,
	"plan_id" uuid,
	"order_id" uuid,
	"from_quarantine" boolean DEFAULT false NOT NULL,
	"note" text,
	"by_id" uuid NOT NULL,
	"at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "stock_entry_id_unique" UNIQUE("id")
);
--> statement-breakpoint
CREATE TABLE "stock_fit" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"sheet_key" text NOT NULL,
	"part" text NOT NULL,
	"item_id" uuid NOT NULL,
	"only_when" jsonb,
	"units" text[],
	"rank" integer DEFAULT 1 NOT NULL,
	"approved_by" uuid NOT NULL,
	"approved_at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "stock_fit_once" UNIQUE("sheet_key","part","item_id")
);
--> statement-breakpoint
CREATE TABLE "stock_item" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"number" text NOT NULL,
	"name" text NOT NULL,
	"makers_number" text,
	"shelf_life_months" integer,
	"least_stock" integer DEFAULT 0 NOT NULL,
	"lead_days" integer DEFAULT 0 NOT NULL,
	"kit_of" text,
	"contents" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"retired" boolean DEFAULT false NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "stock_item_number_unique" UNIQUE("number")
);
--> statement-breakpoint
CREATE TABLE "stock_lot" (
	"item_id" uuid NOT NULL,
	"site_key" text NOT NULL,
	"lot" text DEFAULT '' NOT NULL,
	"cured" date,
	"extended_to" date,
	"extended_by" uuid,
	"extended_why" text,
	"stock" jsonb DEFAULT '{"quarantine":0,"shelf":0,"reserved":{},"issued":{}}'::jsonb NOT NULL,
	CONSTRAINT "stock_lot_item_id_site_key_lot_pk" PRIMARY KEY("item_id","site_key","lot")
);
--> statement-breakpoint
CREATE TABLE "stock_order" (
	"id" uuid PRIMARY KEY NOT NULL,
	"number" integer GENERATED ALWAYS AS IDENTITY (sequence name "stock_order_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"item_id" uuid NOT NULL,
	"site_key" text NOT NULL,
	"count" integer NOT NULL,
	"expected" date NOT NULL,
	"note" text,
	"closed" boolean DEFAULT false NOT NULL,
	"by_id" uuid NOT NULL,
	"at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "stock_order_number_unique" UNIQUE("number"),
	CONSTRAINT "stock_order_count" CHECK ("stock_order"."count" > 0)
);
--> statement-breakpoint
ALTER TABLE "planned_job" ADD CONSTRAINT "planned_job_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "planned_job" ADD CONSTRAINT "planned_job_who_id_person_id_fk" FOREIGN KEY ("who_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "planned_job" ADD CONSTRAINT "planned_job_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "planned_job" ADD CONSTRAINT "planned_job_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_entry" ADD CONSTRAINT "stock_entry_item_id_stock_item_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."stock_item"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_entry" ADD CONSTRAINT "stock_entry_site_key_site_key_fk" FOREIGN KEY ("site_key") REFERENCES "public"."site"("key") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_entry" ADD CONSTRAINT "stock_entry_plan_id_planned_job_id_fk" FOREIGN KEY ("plan_id") REFERENCES "public"."planned_job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_entry" ADD CONSTRAINT "stock_entry_order_id_stock_order_id_fk" FOREIGN KEY ("order_id") REFERENCES "public"."stock_order"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_entry" ADD CONSTRAINT "stock_entry_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_fit" ADD CONSTRAINT "stock_fit_item_id_stock_item_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."stock_item"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_fit" ADD CONSTRAINT "stock_fit_approved_by_person_id_fk" FOREIGN KEY ("approved_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_lot" ADD CONSTRAINT "stock_lot_item_id_stock_item_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."stock_item"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_lot" ADD CONSTRAINT "stock_lot_site_key_site_key_fk" FOREIGN KEY ("site_key") REFERENCES "public"."site"("key") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_lot" ADD CONSTRAINT "stock_lot_extended_by_person_id_fk" FOREIGN KEY ("extended_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_order" ADD CONSTRAINT "stock_order_item_id_stock_item_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."stock_item"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_order" ADD CONSTRAINT "stock_order_site_key_site_key_fk" FOREIGN KEY ("site_key") REFERENCES "public"."site"("key") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_order" ADD CONSTRAINT "stock_order_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "planned_job_unit" ON "planned_job" USING btree ("unit_id","status");--> statement-breakpoint
CREATE INDEX "planned_job_day" ON "planned_job" USING btree ("day");--> statement-breakpoint
CREATE INDEX "stock_entry_lot" ON "stock_entry" USING btree ("item_id","site_key","seq");--> statement-breakpoint
CREATE INDEX "stock_entry_plan" ON "stock_entry" USING btree ("plan_id");--> statement-breakpoint
CREATE INDEX "stock_fit_item" ON "stock_fit" USING btree ("item_id");--> statement-breakpoint
CREATE INDEX "stock_order_item" ON "stock_order" USING btree ("item_id","closed");