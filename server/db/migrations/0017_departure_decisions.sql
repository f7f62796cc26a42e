CREATE TABLE "departure_decision" (
	"sheet_key" text NOT NULL,
	"step" text NOT NULL,
	"says" text NOT NULL,
	"reason" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	"draft_id" uuid,
	CONSTRAINT "departure_decision_sheet_key_step_pk" PRIMARY KEY("sheet_key","step")
);
--> statement-breakpoint
ALTER TABLE "departure_decision" ADD CONSTRAINT "departure_decision_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "departure_decision" ADD CONSTRAINT "departure_decision_draft_id_sheet_draft_id_fk" FOREIGN KEY ("draft_id") REFERENCES "public"."sheet_draft"("id") ON DELETE no action ON UPDATE no action;