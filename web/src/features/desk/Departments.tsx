import { useMemo } from 'react';
import { Link } from 'react-router';
import { useCardsQuery } from '../../api/cards.ts';
import { Hours } from '../../ui/text/Hours.tsx';
import { approvalsByDepartment } from './by-department.ts';

/** What is approved and what is not, department by department; each opens into its cards that wait. */
export function Departments({ periodId }: { periodId: number }) {
  const { data } = useCardsQuery(periodId);
  const sums = useMemo(() => approvalsByDepartment(data?.rows ?? []), [data]);
  if (sums.length === 0) return null;
  return (
    <section aria-label="Approved by department" className="pb-6">
      <h2 className="border-b-2 border-ink pb-1 text-lead">Approved by department</h2>
      <table className="w-full text-note">
        <thead>
          <tr className="text-left text-soft">
            <th className="py-1 font-normal">Department</th>
            <th className="text-right font-normal">Cards approved</th>
            <th className="text-right font-normal">Approved, h</th>
            <th className="text-right font-normal">Pending, h</th>
          </tr>
        </thead>
        <tbody>
          {sums.map(({ department, cards, approved, approvedHours, pendingHours }) => (
            <tr key={department} className="border-t border-faint">
              <th className="py-1 text-left font-semibold">
                <Link
                  to={`/cards?period=${periodId}&show=to-approve&find=${encodeURIComponent(department)}`}
                  className="hover:underline"
                >
                  {department}
                </Link>
              </th>
              <td className="text-right">
                {approved.toLocaleString('en')} of {cards.toLocaleString('en')}
              </td>
              <td className="text-right">
                <Hours hours={approvedHours} />
              </td>
              <td className="text-right">
                <Hours hours={pendingHours} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
