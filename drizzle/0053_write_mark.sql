CREATE TABLE "write_mark" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "write_mark_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1)
);--> statement-breakpoint
GRANT SELECT, DELETE ON "write_mark" TO cantiere_app;--> statement-breakpoint
CREATE FUNCTION mark_written() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
BEGIN
  INSERT INTO write_mark DEFAULT VALUES;
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER marks AFTER INSERT OR UPDATE OR DELETE OR TRUNCATE ON "profile" FOR EACH STATEMENT EXECUTE FUNCTION mark_written();--> statement-breakpoint
CREATE TRIGGER marks AFTER INSERT OR UPDATE OR DELETE OR TRUNCATE ON "revision" FOR EACH STATEMENT EXECUTE FUNCTION mark_written();--> statement-breakpoint
CREATE TRIGGER marks AFTER INSERT OR UPDATE OR DELETE OR TRUNCATE ON "pairing" FOR EACH STATEMENT EXECUTE FUNCTION mark_written();--> statement-breakpoint
CREATE TRIGGER marks AFTER INSERT OR UPDATE OR DELETE OR TRUNCATE ON "pairing_revision" FOR EACH STATEMENT EXECUTE FUNCTION mark_written();--> statement-breakpoint
CREATE TRIGGER marks AFTER INSERT OR UPDATE OF "id", "key", "name", "place", "printer_id", "state", "stop", "said", "device", "notes", "version", "added_at" OR DELETE OR TRUNCATE ON "machine" FOR EACH STATEMENT EXECUTE FUNCTION mark_written();--> statement-breakpoint
CREATE TRIGGER marks AFTER INSERT OR UPDATE OR DELETE OR TRUNCATE ON "mount" FOR EACH STATEMENT EXECUTE FUNCTION mark_written();--> statement-breakpoint
CREATE TRIGGER marks AFTER INSERT OR UPDATE OR DELETE OR TRUNCATE ON "container" FOR EACH STATEMENT EXECUTE FUNCTION mark_written();--> statement-breakpoint
CREATE TRIGGER marks AFTER INSERT OR UPDATE OR DELETE OR TRUNCATE ON "slot" FOR EACH STATEMENT EXECUTE FUNCTION mark_written();--> statement-breakpoint
CREATE TRIGGER marks AFTER INSERT OR UPDATE OF "took_s", "number", "since", "ended_at", "judged_at", "cleared_at", "worked_out_s", "why", "judged_by_name", "machine_id", "of", "of_id", "name", "state", "by_name", "id" OR DELETE OR TRUNCATE ON "print" FOR EACH STATEMENT EXECUTE FUNCTION mark_written();--> statement-breakpoint
CREATE TRIGGER marks AFTER INSERT OR UPDATE OR DELETE OR TRUNCATE ON "maintenance" FOR EACH STATEMENT EXECUTE FUNCTION mark_written();--> statement-breakpoint
CREATE TRIGGER marks AFTER INSERT OR UPDATE OR DELETE OR TRUNCATE ON "care_task" FOR EACH STATEMENT EXECUTE FUNCTION mark_written();--> statement-breakpoint
CREATE TRIGGER marks AFTER INSERT OR UPDATE OR DELETE OR TRUNCATE ON "care_round" FOR EACH STATEMENT EXECUTE FUNCTION mark_written();--> statement-breakpoint
CREATE TRIGGER marks AFTER INSERT OR UPDATE OF "decision", "number", "created_at", "decided_at", "id", "state", "created_by", "created_by_name", "kind", "machine_id", "tool_id", "material_id" OR DELETE OR TRUNCATE ON "trial" FOR EACH STATEMENT EXECUTE FUNCTION mark_written();
