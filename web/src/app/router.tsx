import { createBrowserRouter, Navigate } from 'react-router';
import { Empty } from '../ui/Empty.tsx';
import { PageError } from './PageError.tsx';
import { Shell } from './Shell.tsx';

/** Every screen is loaded when it is first opened. */
export const router = createBrowserRouter([
  {
    path: '/sign-in',
    errorElement: <PageError />,
    lazy: async () => ({ Component: (await import('../features/sign-in/SignInPage.tsx')).SignInPage }),
  },
  {
    path: '/',
    Component: Shell,
    errorElement: <PageError />,
    children: [
      { index: true, element: <Navigate to="/cards" replace /> },
      {
        path: 'cards',
        lazy: async () => ({ Component: (await import('../features/cards/CardsPage.tsx')).CardsPage }),
      },
      {
        path: 'punches/:importId?',
        lazy: async () => ({ Component: (await import('../features/imports/ImportsPage.tsx')).ImportsPage }),
      },
      {
        path: 'pay-codes',
        lazy: async () => ({
          Component: (await import('../features/pay-codes/PayCodesPage.tsx')).PayCodesPage,
        }),
      },
      {
        path: 'handoff',
        lazy: async () => ({ Component: (await import('../features/handoff/HandoffPage.tsx')).HandoffPage }),
      },
      {
        path: 'account',
        lazy: async () => ({ Component: (await import('../features/sign-in/AccountPage.tsx')).AccountPage }),
      },
      {
        path: '*',
        element: <Empty title="There is no page here">The screens are in the bar above.</Empty>,
      },
    ],
  },
]);
