import { decimalHours, hundredthsSpoken } from './format.ts';

/** Hours as `8.50`; hovering says `8 h 30 m`. */
export function Hours({ hundredths, className = '' }: { hundredths: number; className?: string }) {
  return (
    <span title={hundredthsSpoken(hundredths)} className={className}>
      {decimalHours(hundredths)}
    </span>
  );
}
