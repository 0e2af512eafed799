import type { CorrectionWarning, ZoneOffsets } from '@heath/core';
import { clockTime, dayAndTime, hoursWithUnit, shortDay } from '../../../ui/text/format.ts';

/** What somebody should know, in a sentence. */
export function warningText(warning: CorrectionWarning, offsets: ZoneOffsets): string {
  switch (warning.what) {
    case 'turned around':
      return `An in comes before its out: the other one is at ${clockTime(warning.partner, offsets)}.`;
    case 'left alone':
      return `The punch at ${clockTime(warning.at, offsets)} is then without a partner: another spell lies there.`;
    case 'other date':
      return `That is across midnight, on ${shortDay(warning.day)}.`;
    case 'twice':
      return `The clocks show ${clockTime(warning.at, offsets)} twice that night; this is the ${warning.at < warning.other ? 'first' : 'second'}.`;
    case 'to come':
      return `${dayAndTime(warning.at, offsets)} is still to come.`;
    case 'not employed':
      return `${shortDay(warning.day)} lies outside of their employment.`;
    case 'more overtime':
      return `The week of ${shortDay(warning.week)} then holds ${hoursWithUnit(warning.by)} more overtime.`;
    case 'nothing changes':
      return 'This changes nothing.';
  }
}
