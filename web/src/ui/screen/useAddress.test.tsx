// @vitest-environment jsdom
import { act } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { show } from '../../testing/app.tsx';
import { useAddress } from './useAddress.ts';

let address: ReturnType<typeof useAddress>;
function Reads() {
  address = useAddress();
  return null;
}
const at = (start: string) => {
  const { router } = show(<Reads />, start);
  return {
    now: () => router.state.location.search,
    go: (...change: Parameters<typeof address.go>) => act(async () => address.go(...change)),
    back: () => act(() => router.navigate(-1)),
  };
};

describe('what the address holds of a view', () => {
  it('is changed in parts, and a part is taken out by nothing', async () => {
    const { go, now } = at('/cards?period=2&person=4');
    await go({ person: '5', day: '2026-10-28' });
    expect(now()).toBe('?period=2&person=5&day=2026-10-28');
    await go({ day: null, person: '' });
    expect(now()).toBe('?period=2');
  });

  it('is gone back from, unless it was changed while somebody typed', async () => {
    const { go, now, back } = at('/cards?person=1');
    await go({ person: '2' });
    await go({ find: 'r' }, true);
    await go({ find: 'rh' }, true);
    expect(now()).toBe('?person=2&find=rh');
    await back();
    expect(now()).toBe('?person=1');
  });

  it('is changed by the same function throughout, so that nobody is drawn anew for it', async () => {
    const { go } = at('/cards');
    const before = address.go;
    await go({ person: '2' });
    expect(address.go).toBe(before);
    expect(address.query.get('person')).toBe('2');
  });
});
