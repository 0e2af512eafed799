import { itemAt } from '../time/item-at.ts';
import type { Workday } from '../time/units.ts';
import type { CostCenterId, DepartmentId } from './ids.ts';

/** Where somebody belongs from a day on, and who bears the cost: it holds wherever a punch, a plan or leave names none. */
export interface Home {
  readonly from: Workday;
  readonly department: DepartmentId | null;
  readonly costCenter: CostCenterId | null;
}

/** The home of somebody of whom none is known. */
export const NO_HOME: Pick<Home, 'department' | 'costCenter'> = { department: null, costCenter: null };

/**
 * The home that holds on a workday: the last that has begun by then. Before all of them, the first.
 *
 * @param homes in order of their first days
 */
export function homeOn(homes: readonly Home[], day: Workday): Pick<Home, 'department' | 'costCenter'> {
  if (homes.length === 0) return NO_HOME;
  let i = homes.length - 1;
  while (i > 0 && itemAt(homes, i).from > day) i--;
  return itemAt(homes, i);
}

/** What names a department or cost center of its own keeps it; for the rest the home's holds. */
export const atHome = <
  T extends { readonly department: DepartmentId | null; readonly costCenter?: CostCenterId | null },
>(
  one: T,
  home: Pick<Home, 'department' | 'costCenter'>,
): T => ({
  ...one,
  department: one.department ?? home.department,
  costCenter: one.costCenter ?? home.costCenter,
});
