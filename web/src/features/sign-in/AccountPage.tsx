import { ChangePasswordRequest, type SessionsReply } from '@heath/contract';
import { problemOf } from '../../api/requests/base.ts';
import {
  useChangePasswordMutation,
  useEndSessionMutation,
  useSessionQuery,
  useSessionsQuery,
} from '../../api/session.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Field } from '../../ui/form/Field.tsx';
import { Unsaved } from '../../ui/form/Unsaved.tsx';
import { useSchemaForm } from '../../ui/form/useSchemaForm.ts';
import { Notice } from '../../ui/notices/Notice.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { say } from '../../ui/notices/notices.ts';
import type { Column } from '../../ui/table/columns.ts';
import { Table } from '../../ui/table/Table.tsx';
import { moment } from '../../ui/text/format.ts';
import { says } from '../../ui/text/Says.tsx';
import { WritingChoices } from '../writing/index.ts';

const FIELDS = [
  { name: 'current', label: 'Present password', autoComplete: 'current-password' },
  { name: 'wanted', label: 'New password, at least 12 characters', autoComplete: 'new-password' },
] as const;

/** One's own account: the password, and where one is signed in. */
export function AccountPage() {
  const { data: user } = useSessionQuery();
  return (
    <main className="min-h-0 flex-1 overflow-auto">
      <div className="grid max-w-6xl gap-x-14 gap-y-8 p-8 xl:grid-cols-[minmax(0,2fr)_minmax(0,5fr)]">
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
        {user?.passwordIsGiven === false && (
          <div className="grid min-w-0 content-start gap-8">
            <WritingChoices />
            <Sessions />
          </div>
        )}
      </div>
    </main>
  );
}

function PasswordForm() {
  const [change] = useChangePasswordMutation();
  const { submit, field, problem, isSending, isUnsaved } = useSchemaForm(
    ChangePasswordRequest,
    { current: '', wanted: '' },
    async (entered) => {
      const { error } = await change(entered);
      if (error !== undefined) return problemOf(error);
      say('Your password is changed. Every other browser is signed out.');
      return null;
    },
  );
  return (
    <form onSubmit={submit} noValidate className="mt-6 max-w-88">
      <h2 className="text-lead">Change your password</h2>
      {FIELDS.map(({ name, label, autoComplete }) => (
        <Field key={name} label={label} type="password" autoComplete={autoComplete} {...field(name)} />
      ))}
      {problem !== null && (
        <div className="mt-4">
          <Notice>{problem.title}</Notice>
        </div>
      )}
      <Button type="submit" look="primary" disabled={isSending} className="mt-5">
        Change password
      </Button>
      <Unsaved when={isUnsaved} />
    </form>
  );
}

type Session = SessionsReply['sessions'][number];

const COLUMNS: readonly Column<Session>[] = [
  {
    id: 'browser',
    name: 'Browser',
    value: ({ agent }) => (agent === '' ? 'It does not say' : agent),
    show: ({ agent, current }) => (
      <span {...says(agent)}>
        {current && <strong className="mr-2 font-semibold">This browser</strong>}
        <span className="text-soft">{agent === '' ? 'It does not say' : agent}</span>
      </span>
    ),
    room: 48,
    grows: true,
  },
  {
    id: 'since',
    name: 'Since',
    value: ({ startedAt }) => startedAt,
    text: ({ startedAt }) => moment(startedAt),
    room: 36,
  },
  {
    id: 'ends',
    name: 'Ends unless used',
    value: ({ endsAt }) => endsAt,
    text: ({ endsAt }) => moment(endsAt),
    room: 36,
  },
  {
    id: 'end',
    name: 'End it',
    value: () => null,
    show: (session) => <EndSession {...session} />,
    room: 20,
  },
];

function EndSession({ id, current }: Session) {
  const [end, { isLoading }] = useEndSessionMutation();
  if (current) return null;
  return (
    <Button className="py-0" disabled={isLoading} onClick={() => void end(id)}>
      End
    </Button>
  );
}

function Sessions() {
  const { data, error, refetch } = useSessionsQuery();
  return (
    <section className="min-w-0">
      <h2 className="mb-3 text-lead">Where you are signed in</h2>
      {data === undefined ? (
        <NotYet place="part" what="where you are signed in" error={error} again={() => void refetch()} />
      ) : (
        <Table
          id="sessions"
          name="Where you are signed in"
          columns={COLUMNS}
          rows={data.sessions}
          idOf={({ id }) => String(id)}
          height="rows"
          empty="Nowhere."
        />
      )}
    </section>
  );
}
