// @vitest-environment jsdom
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { loadPart } from '../ui/screen/part.ts';
import '../testing/app.tsx';
import { PageError } from './PageError.tsx';

const open = (page: () => Promise<never>) =>
  render(
    <RouterProvider
      router={createMemoryRouter([
        {
          path: '/',
          errorElement: <PageError />,
          lazy: async () => ({ Component: await loadPart(page) }),
        },
      ])}
    />,
  );
function Broken(): never {
  throw new Error('a fault of ours');
}
afterEach(() => vi.restoreAllMocks());

describe('a screen whose code cannot be fetched', () => {
  const withoutConnection = async () => {
    throw new TypeError('Failed to fetch dynamically imported module');
  };

  it('says that Heath does not answer, not that the screen broke', async () => {
    open(withoutConnection);
    expect(await screen.findByRole('heading', { name: 'Heath does not answer' })).toBeDefined();
    expect(screen.queryByText(/broke/)).toBeNull();
  });

  it('asks again before it loads anything anew, so that the browser does not take its place', async () => {
    vi.stubGlobal('fetch', async () => {
      throw new TypeError('no connection');
    });
    open(withoutConnection);
    await userEvent.click(await screen.findByRole('button', { name: 'Try again' }));
    expect((await screen.findByRole('status')).textContent).toBe('Still no answer.');
  });
});

describe('a screen that breaks while it is drawn', () => {
  it('says so', async () => {
    vi.spyOn(console, 'error').mockImplementation(() => {});
    open(async () => Broken as never);
    expect(await screen.findByRole('heading', { name: 'This screen broke' })).toBeDefined();
  });
});
