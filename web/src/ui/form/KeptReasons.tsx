import type { ReactNode } from 'react';
import { useKeepReasonMutation, useReasonsQuery } from '../../api/reasons.ts';
import { problemOf } from '../../api/requests/base.ts';
import { Menu, MenuHeading, MenuItem, MenuLine } from '../controls/Menu.tsx';
import { say } from '../notices/notices.ts';

/** So much is worth keeping. */
const SHORTEST_KEPT = 3;

/** The reasons that are kept, to choose from; and keeping what is typed among them. */
export function KeptReasons({
  text,
  trigger,
  onTake,
}: {
  text: string;
  trigger: ReactNode;
  onTake: (reason: string) => void;
}) {
  const { data } = useReasonsQuery();
  const [keep] = useKeepReasonMutation();
  const kept = data?.reasons ?? [];
  const typed = text.trim();
  const keepIt = async () => {
    const { error } = await keep(typed);
    say(error === undefined ? 'Kept among the reasons.' : problemOf(error).title);
  };
  return (
    // Opened by the press that fetched it.
    <Menu startsOpen trigger={trigger}>
      <MenuHeading>Reasons that are kept</MenuHeading>
      {kept.map((reason) => (
        <MenuItem key={reason} onSelect={() => onTake(reason)}>
          {reason}
        </MenuItem>
      ))}
      {typed.length >= SHORTEST_KEPT && !kept.includes(typed) && (
        <>
          <MenuLine />
          <MenuItem onSelect={() => void keepIt()}>Keep what is typed</MenuItem>
        </>
      )}
    </Menu>
  );
}
