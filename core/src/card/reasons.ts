import type { CorrectionReason } from '../corrections/reason.ts';
import type { Leave } from '../model/leave.ts';
import type { GuaranteeReason } from '../steps/guarantees/reason.ts';
import type { OvertimeReason } from '../steps/overtime/reason.ts';

/** Hours without punches. */
interface LeaveReason extends Leave {
  readonly step: 'leave';
}

/** Everything a line may follow from, beside the shifts. */
export type DayReason = OvertimeReason | GuaranteeReason | LeaveReason | CorrectionReason;
