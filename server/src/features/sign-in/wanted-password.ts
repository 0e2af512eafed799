import { accountName } from '@heath/contract';
import { dictionary } from '@zxcvbn-ts/language-common';
import { Problem } from '../../base/problem.ts';

/** Passwords that whoever guesses tries first. */
const COMMON = new Set(dictionary['passwords-common'].map((one) => one.toLowerCase()));

/**
 * Refuses a password that is soon guessed: OWASP ASVS (recalled from memory) asks that common ones are, and what the account itself says,
 * and that nothing else is asked of what it is made of.
 */
export function checkWanted(
  wanted: string,
  account: { readonly username: string; readonly name: string },
): void {
  const plain = wanted.toLowerCase();
  const refuse = (reason: string) => {
    throw new Problem(422, 'invalid', reason, { field: 'wanted' });
  };
  if (COMMON.has(plain)) refuse('This password is among those that are tried first. Choose another.');
  if (new Set(plain).size < 5) refuse('This password is too much the same. Choose another.');
  if (plain.includes(accountName(account.username)) || plain.includes(account.name.toLowerCase()))
    refuse('A password with your own name in it is soon guessed. Choose another.');
}
