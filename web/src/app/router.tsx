import { createBrowserRouter } from 'react-router';
import { Empty } from '../ui/notices/Empty.tsx';
import { loadPart } from '../ui/screen/part.ts';
import { FEATURES } from './features.ts';
import { Guard } from './Guard.tsx';
import { Home } from './Home.tsx';
import { PageError } from './PageError.tsx';

/** Every screen is loaded when it is first opened. */
export const router = createBrowserRouter([
  {
    path: '/sign-in',
    errorElement: <PageError />,
    lazy: async () => ({
      Component: await loadPart(async () => (await import('../features/sign-in/SignInPage.tsx')).SignInPage),
    }),
  },
  {
    path: '/',
    Component: Guard,
    errorElement: <PageError />,
    children: [
      { index: true, element: <Home /> },
      ...FEATURES.map(({ path, page }) => ({
        path,
        lazy: async () => ({ Component: await loadPart(page) }),
      })),
      {
        path: '*',
        element: <Empty title="There is no page here">The screens are in the bar above.</Empty>,
      },
    ],
  },
]);
