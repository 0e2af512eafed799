ALTER TABLE `approval` ADD `payable_hours` int;--> statement-breakpoint
ALTER TABLE `pay_group` ADD `approvals` smallint DEFAULT 1 NOT NULL;