export { useApproving } from './useApproving.ts';
export { WithdrawsApproval } from './WithdrawsApproval.tsx';
