/** What a stretch can be paid at, whatever the overtime rules make of it. */
export const RATES = [
  { value: 'ordinary', name: 'Paid as ordinary time', multiplier: 1 },
  { value: 'half', name: 'Paid time and a half', multiplier: 1.5 },
  { value: 'double', name: 'Paid double', multiplier: 2 },
] as const;
