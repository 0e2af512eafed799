-- Lines of a card were lists of [workday, classId, job, department, site, costCenter, multiplier, rule, seconds, hours]. Now what several
-- lines share stands once; here each line keeps what it had to itself, which means the same.
UPDATE `card` SET `lines` = COALESCE(
  (SELECT CONCAT(
     '{"kinds":[', GROUP_CONCAT(JSON_EXTRACT(`line`, '$[1]', '$[2]', '$[3]', '$[4]', '$[5]', '$[6]', '$[7]') ORDER BY `place` SEPARATOR ','),
     '],"lines":[', GROUP_CONCAT(CONCAT_WS(',', `place` - 1, JSON_VALUE(`line`, '$[0]'), JSON_VALUE(`line`, '$[8]'), JSON_VALUE(`line`, '$[9]')) ORDER BY `place` SEPARATOR ','),
     ']}')
     FROM JSON_TABLE(`card`.`lines`, '$[*]' COLUMNS (`place` FOR ORDINALITY, `line` JSON PATH '$')) AS `each`),
  '{"kinds":[],"lines":[]}')
WHERE `lines` LIKE '[%';
