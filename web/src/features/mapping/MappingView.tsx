import type { MappingPreview, MappingReply, PeriodSummary } from '@heath/contract';
import type { ClassId, MappingRule } from '@heath/core';
import { useEffect, useMemo, useState } from 'react';
import { useKeepMappingMutation, useMappingQuery, usePreviewMappingQuery } from '../../api/mapping.ts';
import { problemOf } from '../../api/requests/base.ts';
import { hearProgress } from '../../api/requests/progress.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Sortable } from '../../ui/controls/Sortable.tsx';
import { Unsaved } from '../../ui/form/Unsaved.tsx';
import { Side } from '../../ui/layout/Side.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { type Done, say, sayDone } from '../../ui/notices/notices.ts';
import { OfBefore } from '../../ui/notices/OfBefore.tsx';
import { ProgressBar } from '../../ui/notices/Progress.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { figureText, hoursWithUnit } from '../../ui/text/format.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { type DraftRule, draftOf, isSame, newRule, ruleForClass } from './draft.ts';
import { MAPPING_KEYS } from './keys.ts';
import { RuleForm } from './RuleForm.tsx';
import { RuleRow } from './RuleRow.tsx';
import { RULE_TRACKS } from './tracks.ts';

/** The mapping as a table of rules, in order; what each does with the lines of the period, and what a change would do before it is kept. */
export function MappingView({
  period,
  keep,
  show,
}: {
  period: PeriodSummary;
  /** The key that keeps what was changed. */
  keep: string;
  /** All rules, what nothing catches, or rules that never matched. */
  show: 'rules' | 'catch-all' | 'never';
}) {
  const { data, error, refetch } = useMappingQuery();
  if (data === undefined) return <NotYet what="the mapping" error={error} again={() => void refetch()} />;
  return <Editor latest={data} period={period} keep={keep} show={show} />;
}

function Editor({
  latest,
  period,
  keep,
  show,
}: {
  /** As it is kept now; whoever changes it works on what they began with until it is kept or left. */
  latest: MappingReply;
  period: PeriodSummary;
  keep: string;
  show: 'rules' | 'catch-all' | 'never';
}) {
  const [kept, setKept] = useState(latest);
  const [draft, setDraft] = useState(() => draftOf(kept.rules));
  const [openId, setOpenId] = useState<string | null>(show === 'catch-all' ? null : (draft[0]?.id ?? null));
  const may = useMay('map pay codes');
  const isChanged = !isSame(draft, kept.rules);
  const adopt = (next: MappingReply) => {
    setKept(next);
    if (!isSame(draft, next.rules)) setDraft(draftOf(next.rules));
  };
  const { save, isSaving, saveError } = useSaving(kept, draft, adopt);
  // Nothing of one's own is lost when somebody else keeps another: it is told when one's own is to be kept.
  useEffect(() => {
    if (latest.id !== kept.id && !isChanged) adopt(latest);
  });
  const { preview, isOfBefore, share, previewError } = usePreview(period.id, draft);
  const { open, add, decide } = useRules(kept, draft, setDraft, { openId, setOpenId, may });
  useKey({ press: keep, does: '', inFields: true }, () => isChanged && may && void save());
  const shown = draft
    .map((one, i) => ({ one, i }))
    .filter(({ i }) => show !== 'never' || preview?.rules[i]?.lines === 0);
  const opened = draft[open];
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_var(--spacing-side)]">
      <main aria-label="Mapping" className="min-h-0 overflow-y-auto border-r border-rule px-5.5 py-4">
        <Heading
          keep={keep}
          may={may}
          onAdd={add}
          onLeave={isChanged ? () => adopt(latest) : null}
          onKeep={isChanged && may && !isSaving ? () => void save() : null}
        />
        {(saveError ?? previewError) !== undefined && (
          <div className="mb-3">
            <Notice>{problemOf(saveError ?? previewError).title}</Notice>
          </div>
        )}
        {(preview === undefined || isOfBefore) && previewError === undefined && (
          <ProgressBar label="Mapping the lines" share={share} />
        )}
        {show !== 'catch-all' && (
          <Sortable ids={draft.map(({ id }) => id)} onOrder={(ids) => setDraft(inOrderOf(draft, ids))}>
            <RuleHeads />
            <ol aria-label="Rules">
              {shown.map(({ one, i }) => (
                <RuleRow
                  key={one.id}
                  draft={one}
                  place={i + 1}
                  names={kept.names}
                  does={isOfBefore ? undefined : preview?.rules[i]}
                  isOpen={one.id === openId}
                  isFixed={!may || show === 'never'}
                  onOpen={() => setOpenId(one.id)}
                />
              ))}
            </ol>
          </Sortable>
        )}
        <OfBefore when={isOfBefore}>
          {preview !== undefined && (
            <CatchAll
              preview={preview}
              isAlone={show === 'catch-all'}
              onDecide={may && !isOfBefore ? decide : null}
            />
          )}
          {preview !== undefined && isChanged && <Changes preview={preview} />}
        </OfBefore>
        <Unsaved when={isChanged && !isSaving} />
      </main>
      <Side label="Rule" className="bg-sheet px-5 py-4">
        {opened === undefined ? (
          <p className="text-soft">
            {show === 'catch-all'
              ? 'Decide on lines of the catch-all: a rule for them begins here.'
              : 'Choose a rule, or add one.'}
          </p>
        ) : (
          <RuleForm
            key={opened.id}
            rule={opened.rule}
            place={open + 1}
            of={kept}
            near={period.firstDay}
            isFixed={!may}
            onChange={(rule) => setDraft(draft.map((one) => (one.id === opened.id ? { ...one, rule } : one)))}
            onRemove={() => {
              setDraft(draft.filter(({ id }) => id !== opened.id));
              setOpenId(draft[open + 1]?.id ?? draft[open - 1]?.id ?? null);
            }}
          />
        )}
      </Side>
    </div>
  );
}

/** The rules while they are edited, by keys too: which is open, and how one is added, moved, or begun for lines that nobody caught. */
function useRules(
  kept: MappingReply,
  draft: readonly DraftRule[],
  setDraft: (draft: DraftRule[]) => void,
  {
    openId,
    setOpenId,
    may,
  }: {
    readonly openId: string | null;
    readonly setOpenId: (id: string | null) => void;
    readonly may: boolean;
  },
) {
  const open = draft.findIndex(({ id }) => id === openId);
  const move = (by: number) => {
    const to = open + by;
    if (!may || open < 0 || to < 0 || to >= draft.length) return;
    const next = [...draft];
    const [one] = next.splice(open, 1);
    if (one !== undefined) next.splice(to, 0, one);
    setDraft(next);
  };
  const go = (by: number) => setOpenId(draft[Math.min(Math.max(open + by, 0), draft.length - 1)]?.id ?? null);
  const add = () => {
    const code = kept.codes[0]?.code;
    if (!may) return;
    if (code === undefined) return say('The pay system has no codes yet: take its list first.');
    const rule = newRule(code);
    setDraft([...draft.slice(0, Math.max(open, 0)), rule, ...draft.slice(Math.max(open, 0))]);
    setOpenId(rule.id);
  };
  /** No rule before the end catches these lines, so that their own stands there. */
  const decide = (classId: ClassId) => {
    const rule = ruleForClass(kept.codes, classId);
    if (rule === null) return say('The pay system has no codes yet: take its list first.');
    setDraft([...draft, rule]);
    setOpenId(rule.id);
  };
  useKey(MAPPING_KEYS.nextRule, () => go(1));
  useKey(MAPPING_KEYS.previousRule, () => go(-1));
  useKey(MAPPING_KEYS.ruleUp, () => move(-1));
  useKey(MAPPING_KEYS.ruleDown, () => move(1));
  useKey(MAPPING_KEYS.addRule, add);
  return { open, add, decide };
}

/** The name of the screen, and what can be done with all rules. What cannot be done now is null. */
function Heading({
  keep,
  may,
  onAdd,
  onLeave,
  onKeep,
}: {
  keep: string;
  may: boolean;
  onAdd: () => void;
  onLeave: (() => void) | null;
  onKeep: (() => void) | null;
}) {
  return (
    <header className="mb-3 flex items-center gap-3">
      <h1 className="text-title">To pay codes</h1>
      <span className="text-note text-soft">the first rule that fits a line decides</span>
      <span className="ml-auto flex gap-2">
        <Button onClick={onAdd} disabled={!may}>
          Add a rule <Kbd>{MAPPING_KEYS.addRule.press}</Kbd>
        </Button>
        {onLeave !== null && <Button onClick={onLeave}>Leave as it was</Button>}
        <Button look="primary" disabled={onKeep === null} onClick={() => onKeep?.()}>
          Keep <Kbd>{keep}</Kbd>
        </Button>
      </span>
    </header>
  );
}

const inOrderOf = (draft: readonly DraftRule[], ids: readonly string[]): DraftRule[] =>
  ids.flatMap((id) => draft.filter((one) => one.id === id));

/** What the rules as they are now would do; asked for again with every change. */
function usePreview(periodId: number, draft: readonly DraftRule[]) {
  const [share, setShare] = useState<number | null>(null);
  const body = useMemo(() => ({ rules: draft.map(({ rule }) => rule) }), [draft]);
  useEffect(() => hearProgress(body, setShare), [body]);
  const { data, error, isFetching } = usePreviewMappingQuery({ periodId, body });
  const preview = data?.rules.length === draft.length ? data : undefined;
  return { preview, isOfBefore: isFetching, share, previewError: error };
}

function useSaving(kept: MappingReply, draft: readonly DraftRule[], onKept: (kept: MappingReply) => void) {
  const [keepMapping, { isLoading, error }] = useKeepMappingMutation();
  const to = async (
    basedOn: number | null,
    rules: readonly MappingRule[],
    before: readonly MappingRule[],
  ): Promise<Done | null> => {
    const result = await keepMapping({ basedOn, rules });
    if (result.error) return null;
    const { id } = result.data;
    onKept(result.data);
    return { text: 'The mapping is kept', undo: () => to(id, before, rules) };
  };
  const save = async () => {
    const done = await to(
      kept.id,
      draft.map(({ rule }) => rule),
      kept.rules,
    );
    if (done !== null) sayDone(done);
  };
  return { save, isSaving: isLoading, saveError: error };
}

function RuleHeads() {
  return (
    <div className={`${RULE_TRACKS} border-b-2 border-ink px-2 pb-1 text-note text-soft`}>
      <span />
      <span>What it catches</span>
      <span>Code</span>
      <span className="text-right">Lines</span>
      <span className="text-right">Hours</span>
    </div>
  );
}

function CatchAll({
  preview: { catchAll },
  isAlone,
  onDecide,
}: {
  preview: MappingPreview;
  isAlone: boolean;
  /** Begins a rule for lines of a class; null for whoever may not. */
  onDecide: ((classId: ClassId) => void) | null;
}) {
  const isEmpty = catchAll.lines === 0;
  return (
    <section
      aria-label="Catch-all"
      className={`mt-4 border px-4 py-3 ${isEmpty ? 'border-rule' : 'border-ember bg-ember-wash'}`}
    >
      <h2 className="text-lead">Catch-all</h2>
      {isEmpty ? (
        <p className="text-soft">Empty. What no rule catches gathers here and holds up the handoff.</p>
      ) : (
        <>
          <p>
            {hoursWithUnit(catchAll.hours)} in {catchAll.lines.toLocaleString('en')}{' '}
            {catchAll.lines === 1 ? 'line' : 'lines'} have no code. They hold up the handoff until a rule
            catches them.
          </p>
          <Sums of={catchAll.what.slice(0, isAlone ? 200 : 6)} isChange={false} onDecide={onDecide} />
        </>
      )}
    </section>
  );
}

function Changes({ preview: { changes } }: { preview: MappingPreview }) {
  return (
    <section aria-label="What would change" className="mt-4 border border-heather bg-heather-wash px-4 py-3">
      <h2 className="text-lead">What would change in this period</h2>
      {changes.length === 0 ? (
        <p className="text-soft">No line of this period goes to another code.</p>
      ) : (
        <Sums of={changes} isChange onDecide={null} />
      )}
    </section>
  );
}

function Sums({
  of,
  isChange,
  onDecide,
}: {
  of: MappingPreview['changes'];
  isChange: boolean;
  onDecide: ((classId: ClassId) => void) | null;
}) {
  return (
    <ul className="mt-1 text-note">
      {of.map(({ what, classId, from, to, lines, hours }) => (
        <li key={`${what} ${from} ${to}`} className="flex gap-3 py-0.5">
          <span className="min-w-0 flex-1 truncate">{what}</span>
          {isChange && (
            <span className="whitespace-nowrap">
              {from ?? 'catch-all'} → <b className="font-semibold">{to ?? 'catch-all'}</b>
            </span>
          )}
          <span className="w-20 text-right text-soft">
            {lines.toLocaleString('en')} {lines === 1 ? 'line' : 'lines'}
          </span>
          <span className="w-20 text-right font-semibold">{figureText(classId, hours)}</span>
          {onDecide !== null && (
            <Button look="quiet" onClick={() => onDecide(classId)}>
              Decide
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}
