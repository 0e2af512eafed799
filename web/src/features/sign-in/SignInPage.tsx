import { SignInRequest } from '@heath/contract';
import { useEffect } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { problemOf } from '../../api/requests/base.ts';
import { useDemoAccountsQuery, useSignInMutation } from '../../api/session.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Field } from '../../ui/form/Field.tsx';
import { useSchemaForm } from '../../ui/form/useSchemaForm.ts';
import { Notice } from '../../ui/notices/Notice.tsx';
import { HeathMark } from '../../ui/text/HeathMark.tsx';

const FIELDS = [
  { name: 'username', label: 'User name', type: 'text', autoComplete: 'username' },
  { name: 'password', label: 'Password', type: 'password', autoComplete: 'current-password' },
] as const;

export function SignInPage() {
  const navigate = useNavigate();
  const [query] = useSearchParams();
  const [signIn] = useSignInMutation();
  const enter = async (entered: SignInRequest) => {
    const { error } = await signIn(entered);
    if (error !== undefined) return problemOf(error);
    // Only to a page of this application.
    const then = query.get('then') ?? '/';
    navigate(then.startsWith('/') && !then.startsWith('//') ? then : '/', { replace: true });
    return null;
  };
  const { submit, field, focus, problem, isSending } = useSchemaForm(
    SignInRequest,
    { username: '', password: '' },
    enter,
  );
  // The one thing to do on this page.
  useEffect(() => focus('username'), [focus]);
  return (
    <main className="grid h-full grid-cols-[minmax(0,5fr)_minmax(0,4fr)]">
      <section className="flex flex-col justify-between bg-peat p-12 text-on-peat">
        <HeathMark />
        <div>
          <p className="max-w-sm font-serif text-display leading-tight">
            Every punch, to the payable hour, with its reasons.
          </p>
          <svg viewBox="0 0 420 90" className="mt-10 w-full max-w-md" aria-hidden="true">
            <path
              d="M0 60 Q60 20 120 45 T250 30 T420 40"
              stroke="var(--color-heather-bright)"
              strokeWidth="3"
              fill="none"
            />
            <path
              d="M0 80 Q80 45 150 65 T290 55 T420 62"
              stroke="var(--color-ridge)"
              strokeWidth="3"
              fill="none"
            />
            <circle cx="352" cy="11" r="9" fill="var(--color-sun)" />
          </svg>
        </div>
        <p className="text-note text-on-peat-soft">Punches in, pay lines out.</p>
      </section>
      <section className="flex items-center justify-center">
        <div className="w-72">
          <form onSubmit={submit} noValidate>
            <h1 className="text-title">Sign in</h1>
            {FIELDS.map(({ name, ...input }) => (
              <Field key={name} {...input} {...field(name)} />
            ))}
            {problem !== null && (
              <div className="mt-4">
                <Notice>{problem.title}</Notice>
              </div>
            )}
            <Button
              type="submit"
              look="primary"
              disabled={isSending}
              className="mt-5 w-full justify-center py-1.5"
            >
              Sign in
            </Button>
          </form>
          <DemoAccounts onChoose={(account) => void enter(account)} />
        </div>
      </section>
    </main>
  );
}

/** Everybody as whom the demo can be tried; nothing, where this is no demo. */
function DemoAccounts({ onChoose }: { onChoose: (account: SignInRequest) => void }) {
  const { data } = useDemoAccountsQuery();
  if (data === undefined || data.accounts.length === 0) return null;
  return (
    <section className="mt-8 border-t border-rule pt-4">
      <h2 className="text-note text-soft">This is the demo. Try it as</h2>
      <ul className="mt-1">
        {data.accounts.map(({ username, name, password, role }) => (
          <li key={username}>
            <button
              type="button"
              onClick={() => onChoose({ username, password })}
              className="flex w-full justify-between rounded-control px-2 py-1 text-left text-note hover:bg-heather-wash"
            >
              <span>{name}</span>
              <span className="text-soft">{role}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
