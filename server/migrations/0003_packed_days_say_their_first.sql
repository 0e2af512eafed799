-- The first workday, as a 32-bit number like those behind it, so that packed days cannot be taken for those of another period.
UPDATE `card` JOIN `period` ON `period`.`id` = `card`.`period_id`
   SET `card`.`days` = CONCAT(
         CHAR(DATEDIFF(`period`.`first_day`, '1970-01-01') & 255, (DATEDIFF(`period`.`first_day`, '1970-01-01') >> 8) & 255,
              (DATEDIFF(`period`.`first_day`, '1970-01-01') >> 16) & 255, (DATEDIFF(`period`.`first_day`, '1970-01-01') >> 24) & 255 USING binary),
         `card`.`days`)
 WHERE `card`.`days` IS NOT NULL;
