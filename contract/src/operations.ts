import * as v from 'valibot';
import { AddAmountsRequest, AmountsReply } from './amounts.ts';
import { ApprovalsReply, ApproveRequest, WithdrawReply } from './approvals.ts';
import { GiveBadgeRequest, UnownedBadgesReply } from './badges.ts';
import { BulkPreview, BulkReply, BulkRequest } from './bulks.ts';
import { CardReply, CardsReply, StripReply } from './cards.ts';
import { CardInputReply, CorrectRequest, SettlePreview, SettleReply, SettleRequest } from './corrections.ts';
import { DayReply, RibbonsReply } from './days.ts';
import { DecideReply, DecideRequest, DifferencesReply, SentReply } from './differences.ts';
import { EvidenceReply, ExceptionsReply } from './exceptions.ts';
import { FoundReply, SaveSearchRequest, Search, SearchesReply } from './finder.ts';
import {
  BatchDetail,
  CheckHandoffRequest,
  DeliverRequest,
  EndBatchRequest,
  ExplainRequest,
  HandOffRequest,
  HandoffCheckReply,
  HandoffReply,
  PaySystemReply,
  StateRequest,
} from './handoff.ts';
import { HappenedReply } from './happened.ts';
import { HistoryReply } from './history.ts';
import { ImportReply, ImportsReply, RefusalsReply, StartImportRequest } from './imports.ts';
import {
  AddLayoutRequest,
  ChangeLayoutRequest,
  LayoutPreview,
  LayoutsReply,
  PreviewLayoutRequest,
  RecognizedLayout,
} from './layouts.ts';
import { LeaveKindsReply } from './leave-kinds.ts';
import { KeepMappingRequest, MappingPreview, MappingReply, PreviewMappingRequest } from './mapping.ts';
import { AddCodeRequest, ListReply, PayCodesReply, RatesReply } from './pay-codes.ts';
import {
  LockRequest,
  MakePayPeriodsRequest,
  PayPeriodsPlan,
  PayPeriodsReply,
  PeriodsReply,
} from './periods.ts';
import { PlacesReply } from './places.ts';
import { PunchesReply } from './punches.ts';
import { AnswerRequest, AskRequest, QuestionsReply } from './questions.ts';
import { KeepReasonRequest, ReasonsReply } from './reasons.ts';
import { ReportReply } from './reports.ts';
import { AddEditionRequest, RulebooksReply } from './rulebooks.ts';
import {
  ChangePasswordRequest,
  DemoAccountsReply,
  SessionsReply,
  SignedInUser,
  SignInRequest,
} from './sign-in.ts';
import { TasksReply } from './tasks.ts';
import { AddUserRequest, ChangeUserRequest, UserReply, UsersReply } from './users.ts';

/** What one address does: what it takes, and what it gives. */
export interface Operation {
  readonly says: string;
  /** The body that it takes; a file, as its bytes; left out where it takes none. */
  readonly takes?: v.GenericSchema | 'file';
  /** What may stand in its query. */
  readonly query?: Readonly<Record<string, string>>;
  /** The body of its reply; a CSV file; another file; nothing. */
  readonly gives: v.GenericSchema | 'csv' | 'file' | null;
  /** What it gives comes again and again, as server-sent events, whenever it changes. */
  readonly events?: true;
  readonly status: 200 | 201 | 204;
}

const HealthReply = v.strictObject({ status: v.picklist(['ready', 'disk full', 'database not ready']) });

/** Every address there is below /api. */
export const OPERATIONS = {
  'GET /health': { says: 'Whether this server and its database are ready.', gives: HealthReply, status: 200 },
  'GET /session': { says: 'Who is signed in.', gives: SignedInUser, status: 200 },
  'GET /demo-accounts': { says: 'As whom the demo can be tried.', gives: DemoAccountsReply, status: 200 },
  'POST /session': { says: 'Signs in.', takes: SignInRequest, gives: SignedInUser, status: 200 },
  'DELETE /session': { says: 'Signs out.', gives: null, status: 204 },
  'PUT /password': {
    says: 'Changes one’s own password; ends every other session.',
    takes: ChangePasswordRequest,
    gives: null,
    status: 204,
  },
  'GET /sessions': { says: 'Where one is signed in.', gives: SessionsReply, status: 200 },
  'DELETE /sessions/:session': { says: 'Ends one of one’s own sessions.', gives: null, status: 204 },

  'GET /periods': { says: 'Pay groups and pay periods.', gives: PeriodsReply, status: 200 },
  'GET /periods/:period/reports/:report': {
    says: 'A report of a period: hours and cost, the bridge, two periods side by side, overtime, and what else there is.',
    gives: ReportReply,
    status: 200,
  },
  'GET /periods/:period/reports/:report/file': {
    says: 'The same as a file: CSV, XLSX or PDF.',
    gives: 'file',
    status: 200,
  },
  'GET /periods/:period/amounts': {
    says: 'Units, miles, tips and expenses of a period, the newest first.',
    gives: AmountsReply,
    status: 200,
  },
  'POST /periods/:period/amounts': {
    says: 'Writes down some amounts, all or none.',
    takes: AddAmountsRequest,
    gives: AmountsReply,
    status: 201,
  },
  'PUT /periods/:period/amounts/list': {
    says: 'Takes a list of amounts with the columns number, day, what and amount, and job and note where it has them. Of one that is there already nothing is added, unless that is asked for.',
    query: { again: '`true` adds also what is there already.' },
    takes: 'file',
    gives: AmountsReply,
    status: 200,
  },
  'POST /amounts/:amount/undo': { says: 'Takes an amount back.', gives: AmountsReply, status: 201 },
  'GET /pay-periods': {
    says: 'The pay periods of every pay group, how they follow one another, and when people are paid.',
    gives: PayPeriodsReply,
    status: 200,
  },
  'POST /pay-periods/preview': {
    says: 'The pay periods that would be made for some pay groups. Nothing is written.',
    takes: MakePayPeriodsRequest,
    gives: PayPeriodsPlan,
    status: 200,
  },
  'GET /rulebooks': {
    says: 'Rulebooks, who goes by them, and from when each of their editions holds.',
    gives: RulebooksReply,
    status: 200,
  },
  'GET /rulebooks/:rulebook/editions/:edition': {
    says: 'The rules of an edition, as a JSON file.',
    gives: 'file',
    status: 200,
  },
  'POST /rulebooks/:rulebook/editions': {
    says: 'Adds an edition to a rulebook: rules that hold from a day on. Cards are computed anew; what was handed off is held against it.',
    takes: AddEditionRequest,
    gives: RulebooksReply,
    status: 201,
  },
  'PUT /pay-periods/lock': {
    says: 'Locks the days up to one: what is paid for them stays as it is.',
    takes: LockRequest,
    gives: PayPeriodsReply,
    status: 200,
  },
  'POST /pay-periods': {
    says: 'Makes pay periods for some pay groups until a day, as they are or by another scheme from a day on.',
    takes: MakePayPeriodsRequest,
    gives: PayPeriodsReply,
    status: 201,
  },
  'GET /periods/:period/cards': { says: 'The cards within reach, by name.', gives: CardsReply, status: 200 },
  'GET /periods/:period/strip': {
    says: 'The period by day, over the cards within reach.',
    query: { group: 'The id of a pay group, for its cards alone.' },
    gives: StripReply,
    status: 200,
  },
  'GET /periods/:period/cards/:person': {
    says: 'One card with its reasons, computed from what is there now.',
    gives: CardReply,
    status: 200,
  },
  'GET /periods/:period/day': {
    says: 'How one workday went, of everybody within reach, by name.',
    query: { day: 'A date; left out: the one before today.' },
    gives: DayReply,
    status: 200,
  },
  'GET /periods/:period/day/ribbons': {
    says: 'What the ribbons of some people show on one workday.',
    query: { day: 'A date.', people: 'Ids of people, with commas between.' },
    gives: RibbonsReply,
    status: 200,
  },
  'GET /periods/:period/cards/:person/punches': {
    says: 'The raw punches of a card, where each comes from and where it was made.',
    gives: PunchesReply,
    status: 200,
  },
  'GET /periods/:period/cards/:person/input': {
    says: 'What a card follows from, so that the effect of a change is shown while it is made.',
    gives: CardInputReply,
    status: 200,
  },
  'GET /periods/:period/exceptions': {
    says: 'What is to settle and to look at on the cards within reach.',
    gives: ExceptionsReply,
    status: 200,
  },
  'GET /periods/:period/cards/:person/evidence/:exception': {
    says: 'What the crew did and what is usual, as evidence for an exception.',
    gives: EvidenceReply,
    status: 200,
  },
  'POST /periods/:period/bulks/preview': {
    says: 'What settling many exceptions together would change, person by person.',
    takes: BulkRequest,
    gives: BulkPreview,
    status: 200,
  },
  'POST /periods/:period/bulks': {
    says: 'Settles many exceptions together.',
    takes: BulkRequest,
    gives: BulkReply,
    status: 200,
  },
  'POST /periods/:period/bulks/:bulk/undo': {
    says: 'Takes back all that was settled together, as a bulk of its own.',
    gives: BulkReply,
    status: 200,
  },
  'GET /periods/:period/history': {
    says: 'What was corrected on the cards within reach, the newest first.',
    gives: HistoryReply,
    status: 200,
  },
  'GET /periods/:period/questions': {
    says: 'What was asked about the cards within reach, and what came of it.',
    gives: QuestionsReply,
    status: 200,
  },
  'POST /periods/:period/cards/:person/questions': {
    says: 'Asks the person or the supervisor about an exception.',
    takes: AskRequest,
    gives: QuestionsReply,
    status: 201,
  },
  'POST /periods/:period/questions/:question/answer': {
    says: 'Answers a question, or notes what somebody answered.',
    takes: AnswerRequest,
    gives: QuestionsReply,
    status: 200,
  },
  'POST /periods/:period/questions/:question/remind': {
    says: 'Reminds whoever is to answer.',
    gives: QuestionsReply,
    status: 200,
  },
  'POST /periods/:period/questions/:question/withdraw': {
    says: 'Nobody waits for the answer any more.',
    gives: QuestionsReply,
    status: 200,
  },
  'POST /found': {
    says: 'Days that somebody should look at, over any span of periods. Nothing is written.',
    takes: Search,
    gives: FoundReply,
    status: 200,
  },
  'GET /searches': { says: 'What one looks for again and again.', gives: SearchesReply, status: 200 },
  'POST /searches': {
    says: 'Keeps what one looks for under a name.',
    takes: SaveSearchRequest,
    gives: SearchesReply,
    status: 200,
  },
  'DELETE /searches/:search': {
    says: 'Forgets what one looked for.',
    gives: SearchesReply,
    status: 200,
  },
  'GET /places': {
    says: 'Jobs, departments and sites, by name.',
    gives: PlacesReply,
    status: 200,
  },
  'GET /reasons': {
    says: 'Reasons that are kept for accepting exceptions.',
    gives: ReasonsReply,
    status: 200,
  },
  'POST /reasons': {
    says: 'Keeps a reason for everybody.',
    takes: KeepReasonRequest,
    gives: ReasonsReply,
    status: 200,
  },
  'GET /leave-kinds': { says: 'The kinds of leave.', gives: LeaveKindsReply, status: 200 },
  'POST /periods/:period/cards/:person/preview': {
    says: 'What settling a missing punch would change.',
    takes: SettleRequest,
    gives: SettlePreview,
    status: 200,
  },
  'POST /periods/:period/cards/:person/settle': {
    says: 'Settles a missing punch.',
    takes: SettleRequest,
    gives: SettleReply,
    status: 201,
  },
  'POST /periods/:period/cards/:person/corrections/preview': {
    says: 'What a correction would change.',
    takes: CorrectRequest,
    gives: SettlePreview,
    status: 200,
  },
  'POST /periods/:period/cards/:person/corrections': {
    says: 'Makes a correction.',
    takes: CorrectRequest,
    gives: SettleReply,
    status: 201,
  },
  'POST /periods/:period/cards/:person/corrections/:correction/undo': {
    says: 'Takes a correction back, as a correction of its own.',
    gives: SettleReply,
    status: 201,
  },
  'POST /periods/:period/approvals': {
    says: 'Stands for cards as they are computed now.',
    takes: ApproveRequest,
    gives: ApprovalsReply,
    status: 200,
  },
  'POST /periods/:period/approvals/withdraw': {
    says: 'Takes the approval of cards back.',
    takes: ApproveRequest,
    gives: WithdrawReply,
    status: 200,
  },

  'GET /imports': { says: 'Files that were brought, the newest first.', gives: ImportsReply, status: 200 },
  'GET /imports/:id': { says: 'A file, and what became of it.', gives: ImportReply, status: 200 },
  'GET /imports/:id/refusals': {
    says: 'Rows of a file that were refused.',
    query: { after: 'Only those after this line.' },
    gives: RefusalsReply,
    status: 200,
  },
  'GET /imports/:id/refusals.csv': {
    says: 'Refused rows as they came, to be put right and imported.',
    gives: 'csv',
    status: 200,
  },
  'POST /imports': {
    says: 'Brings a file of punches; nothing of it is imported before it is started.',
    takes: 'file',
    query: { name: 'The name of the file.' },
    gives: ImportReply,
    status: 201,
  },
  'POST /imports/:id/start': {
    says: 'Imports a file by what its columns mean.',
    takes: StartImportRequest,
    gives: ImportReply,
    status: 200,
  },
  'GET /badges/unowned': {
    says: 'Badges whose punches wait for an owner.',
    gives: UnownedBadgesReply,
    status: 200,
  },
  'PUT /badges/:badge/owner': {
    says: 'Gives a badge to a person from a day on, with what was punched with it since.',
    takes: GiveBadgeRequest,
    gives: null,
    status: 204,
  },

  'GET /pay-codes': {
    says: 'The codes of the pay system, and whom it knows.',
    gives: PayCodesReply,
    status: 200,
  },
  'POST /pay-codes': { says: 'Adds a pay code.', takes: AddCodeRequest, gives: PayCodesReply, status: 201 },
  'PUT /pay-codes/list': {
    says: 'Takes the pay system’s list of codes: what is new is added, what differs is changed.',
    takes: 'file',
    gives: ListReply,
    status: 200,
  },
  'GET /pay-codes/rates': {
    says: 'What an hour of somebody’s work costs, from which day on.',
    gives: RatesReply,
    status: 200,
  },
  'PUT /pay-codes/rates': {
    says: 'Takes a list of rates: what is new is added, what differs is changed.',
    takes: 'file',
    gives: ListReply,
    status: 200,
  },
  'PUT /pay-codes/people': {
    says: 'Takes the pay system’s list of people, and which codes each may have.',
    takes: 'file',
    gives: ListReply,
    status: 200,
  },

  'GET /mapping': { says: 'Which lines are paid under which code.', gives: MappingReply, status: 200 },
  'PUT /mapping': {
    says: 'Keeps a mapping as a whole.',
    takes: KeepMappingRequest,
    gives: MappingReply,
    status: 200,
  },
  'POST /periods/:period/mapping/preview': {
    says: 'What a mapping would do with the lines of a period, rule by rule. Nothing is written.',
    takes: PreviewMappingRequest,
    gives: MappingPreview,
    status: 200,
  },

  'GET /layouts': { says: 'What files for the pay system look like.', gives: LayoutsReply, status: 200 },
  'POST /layouts': { says: 'Adds a layout.', takes: AddLayoutRequest, gives: LayoutsReply, status: 201 },
  'POST /layouts/recognize': {
    says: 'What a sample file looks like, as a layout to begin from. Nothing is kept.',
    takes: 'file',
    gives: RecognizedLayout,
    status: 200,
  },
  'PUT /layouts/:layout': {
    says: 'Changes a layout.',
    takes: ChangeLayoutRequest,
    gives: LayoutsReply,
    status: 200,
  },
  'DELETE /layouts/:layout': { says: 'Takes a layout away.', gives: LayoutsReply, status: 200 },
  'PUT /layouts/:layout/use': {
    says: 'Hands off in this layout from now on.',
    gives: LayoutsReply,
    status: 200,
  },
  'POST /periods/:period/layouts/preview': {
    says: 'What a layout would make of the lines of a period, or of a batch. Nothing is written.',
    takes: PreviewLayoutRequest,
    gives: LayoutPreview,
    status: 200,
  },

  'GET /periods/:period/handoff': {
    says: 'What a period comes to, which pay groups of it are closed, and its batches.',
    gives: HandoffReply,
    status: 200,
  },
  'POST /periods/:period/handoff/check': {
    says: 'Whether pay groups of a period can be handed off, check by check, with the cases of each. Nothing is written.',
    takes: CheckHandoffRequest,
    gives: HandoffCheckReply,
    status: 200,
  },
  'POST /periods/:period/handoff': {
    says: 'Seals pay groups of a period as one numbered batch, once.',
    takes: HandOffRequest,
    gives: HandoffReply,
    status: 201,
  },
  'GET /handoffs/:id': {
    says: 'A batch with its control totals and deliveries.',
    gives: BatchDetail,
    status: 200,
  },
  'GET /handoffs/:id/file': { says: 'The file of a batch, as it was sealed.', gives: 'file', status: 200 },
  'POST /handoffs/:id/deliver': {
    says: 'Sends a batch to the pay system, or what it has not accepted of it.',
    takes: DeliverRequest,
    gives: BatchDetail,
    status: 201,
  },
  'POST /handoffs/:id/take-out': {
    says: 'Takes what the pay system did not accept of a batch out of it: it is open again, as differences of the cards.',
    takes: EndBatchRequest,
    gives: BatchDetail,
    status: 201,
  },
  'POST /handoffs/:id/reopen': {
    says: 'Takes back a batch that nobody has sent: its cards are open again.',
    takes: EndBatchRequest,
    gives: BatchDetail,
    status: 200,
  },
  'POST /handoffs/:id/ask': {
    says: 'Asks the pay system what it has of a batch that it did not answer for.',
    gives: BatchDetail,
    status: 200,
  },
  'POST /handoffs/:id/state': {
    says: 'States what the pay system has of a batch in doubt, as somebody found out: all, none, or these lines.',
    takes: StateRequest,
    gives: BatchDetail,
    status: 200,
  },
  'GET /pay-system': {
    says: 'Handoffs that the pay system has and this Heath does not know. They hold up every delivery.',
    gives: PaySystemReply,
    status: 200,
  },
  'POST /pay-system/explain': {
    says: 'Keeps why some of these hold up nothing any more.',
    takes: ExplainRequest,
    gives: PaySystemReply,
    status: 200,
  },
  'POST /handoffs/:id/void': {
    says: 'Declares a batch void that was sent and not accepted: its cards are open again.',
    takes: EndBatchRequest,
    gives: BatchDetail,
    status: 200,
  },

  'GET /differences': {
    says: 'What changed since it was handed off, of everybody within reach, and what was decided of it.',
    gives: DifferencesReply,
    status: 200,
  },
  'POST /differences/decide': {
    says: 'Carries differences over, waives or approves them, or takes that back; each that cannot be is left, with the reason.',
    takes: DecideRequest,
    gives: DecideReply,
    status: 200,
  },
  'GET /periods/:period/cards/:person/sent': {
    says: 'Everything ever sent of a card, line by line, beside what it says now.',
    gives: SentReply,
    status: 200,
  },

  'GET /tasks': { says: 'Work that waits, runs, or gave up; and the disk.', gives: TasksReply, status: 200 },
  'GET /tasks/live': {
    says: 'The same, now and whenever it changes, for about a minute; then it is asked for again.',
    gives: TasksReply,
    events: true,
    status: 200,
  },
  'DELETE /tasks/:task': {
    says: 'Gives up the import of a file before it is done: nothing of it is kept, and it can be started again.',
    gives: TasksReply,
    status: 200,
  },
  'POST /tasks/:task/retry': { says: 'Begins anew what gave up.', gives: TasksReply, status: 200 },
  'GET /happened': {
    says: 'What was written: who, when, what, before and after; the newest first.',
    query: { before: 'Only what happened before the one of this id.' },
    gives: HappenedReply,
    status: 200,
  },

  'GET /users': { says: 'Users with their roles and reach.', gives: UsersReply, status: 200 },
  'POST /users': {
    says: 'Adds a user, with a password that is told this once.',
    takes: AddUserRequest,
    gives: UserReply,
    status: 201,
  },
  'PUT /users/:user': {
    says: 'Changes what a user may do and see, ends the account, or gives a new password.',
    takes: ChangeUserRequest,
    gives: UserReply,
    status: 200,
  },
} as const satisfies Readonly<Record<string, Operation>>;
export type OperationName = keyof typeof OPERATIONS;

/** What an operation gives, as it is read. */
export type GivenBy<Name extends OperationName> = (typeof OPERATIONS)[Name]['gives'] extends v.GenericSchema
  ? v.InferOutput<(typeof OPERATIONS)[Name]['gives']>
  : never;
