import { ChangePasswordRequest } from '@heath/contract';
import { valibotResolver } from '@hookform/resolvers/valibot';
import { useForm } from 'react-hook-form';
import { toast } from 'sonner';
import { problemOf } from '../../api/base.ts';
import {
  useChangePasswordMutation,
  useEndSessionMutation,
  useSessionQuery,
  useSessionsQuery,
} from '../../api/session.ts';
import { Button } from '../../ui/Button.tsx';
import { moment } from '../../ui/format.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Field } from './Field.tsx';

const FIELDS = [
  { name: 'current', label: 'Present password', autoComplete: 'current-password' },
  { name: 'wanted', label: 'New password, at least 12 characters', autoComplete: 'new-password' },
] as const;

/** One's own account: the password, and where one is signed in. */
export function AccountPage() {
  const { data: user } = useSessionQuery();
  return (
    <main className="min-h-0 flex-1 overflow-auto">
      <div className="grid max-w-5xl grid-cols-[minmax(0,4fr)_minmax(0,6fr)] gap-14 p-8">
        <section>
          <h1 className="text-title">{user?.name}</h1>
          <p className="text-soft">{user?.roles.join(', ')}</p>
          {user?.passwordIsGiven === true && (
            <div className="mt-4">
              <Notice>Somebody else chose your password. Choose one of your own; then you can go on.</Notice>
            </div>
          )}
          <PasswordForm />
        </section>
        {user?.passwordIsGiven === false && <Sessions />}
      </div>
    </main>
  );
}

function PasswordForm() {
  const [change, { error, isLoading }] = useChangePasswordMutation();
  const { register, handleSubmit, reset, formState } = useForm<ChangePasswordRequest>({
    resolver: valibotResolver(ChangePasswordRequest),
    defaultValues: { current: '', wanted: '' },
  });
  const submit = handleSubmit(async (entered) => {
    const result = await change(entered);
    if (result.error) return;
    reset();
    toast('Your password is changed. Every other browser is signed out.');
  });
  return (
    <form onSubmit={submit} noValidate className="mt-6">
      <h2 className="text-lead">Change your password</h2>
      {FIELDS.map(({ name, label, autoComplete }) => (
        <Field
          key={name}
          label={label}
          type="password"
          autoComplete={autoComplete}
          error={formState.errors[name]?.message}
          {...register(name)}
        />
      ))}
      {error !== undefined && (
        <div className="mt-4">
          <Notice>{problemOf(error).title}</Notice>
        </div>
      )}
      <Button type="submit" look="primary" disabled={isLoading} className="mt-5">
        Change password
      </Button>
    </form>
  );
}

function Sessions() {
  const { data, error } = useSessionsQuery();
  const [end] = useEndSessionMutation();
  if (error !== undefined) return <Notice>{problemOf(error).title}</Notice>;
  return (
    <section>
      <h2 className="text-lead">Where you are signed in</h2>
      <table className="mt-3 w-full text-left text-note">
        <thead className="text-fine text-soft">
          <tr>
            <th className="py-1 font-normal">Browser</th>
            <th className="font-normal">Since</th>
            <th className="font-normal">Ends unless used</th>
            <th>
              <span className="sr-only">End it</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {data?.sessions.map(({ id, agent, startedAt, endsAt, current }) => (
            <tr key={id} className="border-t border-rule align-top">
              <td className="max-w-88 py-2 pr-4">
                {current && <strong className="block font-semibold">This browser</strong>}
                <span className="break-words text-soft">{agent === '' ? 'It does not say' : agent}</span>
              </td>
              <td className="py-2 pr-4 tabular-nums">{moment(startedAt)}</td>
              <td className="py-2 pr-4 tabular-nums">{moment(endsAt)}</td>
              <td className="py-1.5 text-right">
                {!current && <Button onClick={() => end(id)}>End</Button>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
