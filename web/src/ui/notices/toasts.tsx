import { flushSync } from 'react-dom';
import { createRoot } from 'react-dom/client';
import { Toaster, toast } from 'sonner';

// Over every screen, and outside of all of them: a notice outlives the screen that gave it.
const place = document.body.appendChild(document.createElement('div'));
place.dataset.notices = '';
// At once: what is said before the notices have their place is never shown.
flushSync(() =>
  createRoot(place).render(
    <Toaster
      position="bottom-right"
      toastOptions={{
        style: {
          background: 'var(--color-peat)',
          color: 'var(--color-on-peat)',
          border: 'none',
          fontFamily: 'var(--font-sans)',
        },
        actionButtonStyle: { background: 'var(--color-heather-bright)', color: 'var(--color-deepest)' },
      }}
    />,
  ),
);

export { toast };
