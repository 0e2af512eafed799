import type { CardRow } from '@heath/contract';

/** What of a department's cards somebody stands for, and what is still to be. Hours in 1/90,000 h. */
export interface DepartmentApprovals {
  readonly department: string;
  readonly cards: number;
  readonly approved: number;
  readonly approvedHours: number;
  readonly pendingHours: number;
}

/** The approvals of a period by department, in order of their names. What is being computed is still to be approved, and adds no hours. */
export function approvalsByDepartment(rows: readonly CardRow[]): DepartmentApprovals[] {
  const sums = new Map<string, { -readonly [K in keyof DepartmentApprovals]: DepartmentApprovals[K] }>();
  for (const { department, approval, payableHours } of rows) {
    let sum = sums.get(department);
    if (sum === undefined) {
      sum = { department, cards: 0, approved: 0, approvedHours: 0, pendingHours: 0 };
      sums.set(department, sum);
    }
    sum.cards++;
    if (approval === 'approved') {
      sum.approved++;
      sum.approvedHours += payableHours ?? 0;
    } else sum.pendingHours += payableHours ?? 0;
  }
  return [...sums.values()].sort((a, b) => a.department.localeCompare(b.department, 'en'));
}
