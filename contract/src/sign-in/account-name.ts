/** A user name as it is kept, compared and counted: in one Unicode form, without space around it, in small letters. */
export const accountName = (typed: string): string => typed.normalize('NFKC').trim().toLowerCase();
