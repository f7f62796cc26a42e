DROP INDEX "job_event_evidence";--> statement-breakpoint
CREATE INDEX "job_event_rare" ON "job_event" USING btree ("job_id","type") WHERE type in ('cause-written', 'finding-noted', 'sheet-grown');