import './styles.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router';
import { router } from './app/router.tsx';
import { store } from './app/store.ts';
import { followTheme } from './ui/theme/theme.ts';

followTheme();
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      {/* A screen is drawn in one go: in slices, with frames of the old one between them, it comes a tenth later (`openList` in the bench). */}
      <RouterProvider router={router} useTransitions={false} />
    </Provider>
  </StrictMode>,
);
