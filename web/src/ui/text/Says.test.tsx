// @vitest-environment jsdom
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { show } from '../../testing/app.tsx';
import { SaysLayer, says } from './Says.tsx';

/** Gives a text less room than it needs, as a browser measures it; a document without a window measures nothing. */
const roomOf = (element: Element, room: number, needed: number) => {
  Object.defineProperty(element, 'clientWidth', { configurable: true, value: room });
  Object.defineProperty(element, 'scrollWidth', { configurable: true, value: needed });
};

describe('what is said where a pointer rests', () => {
  it('is what an element says of itself, or the whole of a text that had no room', async () => {
    show(
      <>
        <span {...says('8 h 30 m')}>8.50</span>
        <span className="truncate">Abena Abernathy of the Deck</span>
        <span className="truncate">Ida</span>
        <SaysLayer />
      </>,
    );
    roomOf(screen.getByText('Abena Abernathy of the Deck'), 80, 160);
    roomOf(screen.getByText('Ida'), 80, 20);
    fireEvent.pointerOver(screen.getByText('8.50'));
    expect(await screen.findByText('8 h 30 m')).toBeDefined();
    fireEvent.pointerOver(screen.getByText('Abena Abernathy of the Deck'));
    await waitFor(() => expect(screen.getAllByText('Abena Abernathy of the Deck')).toHaveLength(2));
    fireEvent.pointerOver(screen.getByText('Ida'));
    await waitFor(() => expect(screen.getAllByText('Abena Abernathy of the Deck')).toHaveLength(1));
    expect(screen.getAllByText('Ida')).toHaveLength(1);
  });
});
