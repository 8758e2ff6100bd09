CREATE INDEX "check_run_by_state" ON "check_run" USING btree ("state","at");--> statement-breakpoint
CREATE INDEX "job_by_state" ON "job" USING btree ("state","number");--> statement-breakpoint
CREATE INDEX "job_by_recipe" ON "job" USING btree ("recipe_id");--> statement-breakpoint
CREATE INDEX "job_outcome_at" ON "job_outcome" USING btree ("at");--> statement-breakpoint
CREATE INDEX "care_round_by_machine" ON "care_round" USING btree ("machine_id","at");--> statement-breakpoint
CREATE INDEX "maintenance_by_machine" ON "maintenance" USING btree ("machine_id","at");--> statement-breakpoint
CREATE INDEX "maintenance_last" ON "maintenance" USING btree ("machine_id","kind",coalesce("head", -1),"at");--> statement-breakpoint
CREATE INDEX "print_request_by_state" ON "print_request" USING btree ("state","number");--> statement-breakpoint
CREATE INDEX "reading_of" ON "reading" USING btree ("trial_id","at");--> statement-breakpoint
CREATE INDEX "trial_by_state" ON "trial" USING btree ("state","number");--> statement-breakpoint
CREATE INDEX "trial_by_machine" ON "trial" USING btree ("machine_id","number");--> statement-breakpoint
CREATE INDEX "trial_by_kind" ON "trial" USING btree ("kind","tool_id","decided_at");