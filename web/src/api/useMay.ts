import { has, type Right } from '@heath/contract';
import { useSessionQuery } from './session.ts';

/** True where whoever is signed in has this right; what they may not do is not offered. The server decides all the same. */
export function useMay(right: Right): boolean {
  const { data } = useSessionQuery();
  return data !== undefined && has(data.roles, right);
}

/** True where whoever is signed in may correct this person's card: nobody corrects their own. */
export function useMayCorrect(personId: number): boolean {
  const { data } = useSessionQuery();
  return useMay('correct') && data?.personId !== personId;
}
