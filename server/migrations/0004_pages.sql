DROP INDEX `approval_day` ON `approval`;--> statement-breakpoint
DROP INDEX `plan_workday` ON `plan`;--> statement-breakpoint
CREATE INDEX `approval_day` ON `approval` (`period_id`,`workday`,`person_id`);--> statement-breakpoint
CREATE INDEX `plan_workday` ON `plan` (`workday`,`person_id`,`ends_at`,`job_id`);