import { hoursOtherwise, hoursText } from './format.ts';
import { says } from './Says.tsx';

/** Hours as `8.50`; hovering says `8 h 30 m`. */
export function Hours({ hours, className = '' }: { hours: number; className?: string }) {
  return (
    <span {...says(hoursOtherwise(hours))} className={className}>
      {hoursText(hours)}
    </span>
  );
}
