export { ConflictNotice } from './ConflictNotice.tsx';
export { SettlePanel } from './SettlePanel.tsx';
export { TakeTime, TypeTime } from './SettleTime.tsx';
export { useSayCorrected } from './useSayCorrected.ts';
export { type Conflict, useSettling } from './useSettling.ts';
export { whyNoTime } from './why-no-time.ts';
