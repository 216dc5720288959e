'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { type CheckKind, type Checklist, type Rule, ruleKey } from '@/core/checks/checklist';
import type { FindingSeverity } from '@/core/checks/finding';
import { readyList } from '@/core/checks/ready';
import { ruleName, severityWords } from '@/core/wording/checkWords';
import { apiRequest } from '@/ui/api';
import { Button, LinkButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Select, TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { useKeptState } from '@/ui/useKeptState';
import { newKey, useRequestOnce } from '@/ui/useRequestOnce';
import { labels as uiLabels } from '@/ui/words';
import { ChecklistFiles } from './ChecklistFiles';
import { RuleEditor } from './RuleEditor';
import { kindWords, newRules } from './ruleDrafts';
import { labels } from './words';

interface Props {
  readonly list: Checklist;
  readonly own: readonly Checklist[];
  readonly onChoose: (id: string) => void;
  readonly onClose: () => void;
}

/** A rule while it is changed: known by a name of its own. */
interface Row {
  readonly id: string;
  readonly rule: Rule;
}
const rowOf = (rule: Rule): Row => ({ id: newKey(), rule });

/** A list while it is changed: kept over a reload, until it is saved or given up. */
interface Edited {
  readonly name: string;
  readonly rows: readonly Row[];
  /** The rules as they were when one began. */
  readonly met: readonly Rule[];
}

/** A name that no list has yet. */
function freeName(name: string, own: readonly Checklist[]): string {
  for (let n = 1; ; n++) {
    const next = n === 1 ? `${name}, my own` : `${name}, my own ${n}`;
    if (!own.some((one) => one.name === next)) return next;
  }
}

/** The rules of a list: a ready one becomes a list of one's own, an own one is changed, copied, or removed. */
export function ChecklistDialog({ list, own, onChoose, onClose }: Props) {
  const isReady = readyList(list.id) !== undefined;
  const { value, set, done } = useKeptState<Edited>(`checklist ${list.id}`, {
    name: isReady ? freeName(list.name, own) : list.name,
    rows: list.rules.map(rowOf),
    met: list.rules,
  });
  const { name, rows, met } = value;
  const setRows = (next: readonly Row[]) => set({ ...value, rows: next });
  const rules = rows.map((one) => one.rule);
  const ask = useRequestOnce();
  const save = useMutation({
    mutationFn: async (as: 'new' | 'same') => {
      const text = { name, rules: unique(rules) };
      if (as === 'new') return (await ask<{ id: string }>('checklists', 'POST', text)).id;
      await apiRequest(`checklists/${list.id}`, 'PATCH', { ...text, met });
      return list.id;
    },
    onSuccess: (id) => {
      done();
      onChoose(id);
      onClose();
    },
  });
  const remove = useMutation({
    mutationFn: () => apiRequest(`checklists/${list.id}`, 'DELETE'),
    onSuccess: () => {
      done();
      onClose();
    },
  });
  const put = (id: string, rule: Rule) => setRows(rows.map((one) => (one.id === id ? { id, rule } : one)));
  const nameId = useId();
  return (
    <Dialog
      title={isReady ? `A list of your own, from “${list.name}”` : `The checklist “${list.name}”`}
      size="xl"
      onClose={onClose}
      onLeave={() => {
        done();
        onClose();
      }}
      beside={
        !isReady && (
          <LinkButton type="button" onClick={() => remove.mutate()}>
            {labels.removeThisList}
          </LinkButton>
        )
      }
      acts={
        <>
          {!isReady && (
            <Button type="button" onClick={() => save.mutate('new')} disabled={name.trim() === list.name}>
              {labels.saveAsANewList}
            </Button>
          )}
          <Button
            type="button"
            fontWeight="600"
            disabled={save.isPending || rules.length === 0}
            onClick={() => save.mutate(isReady ? 'new' : 'same')}
          >
            {isReady ? labels.saveAsAListOfYourOwn : uiLabels.save}
          </Button>
        </>
      }
    >
      <Flex alignItems="center" gap="3" fontSize="body" marginBottom="2" wrap="wrap">
        <label htmlFor={nameId}>{uiLabels.name}</label>
        <TextInput
          id={nameId}
          data-autofocus
          width="24em"
          value={name}
          maxLength={120}
          onChange={(event) => set({ ...value, name: event.target.value })}
        />
        <ChecklistFiles name={name} rules={rules} onTaken={onChoose} onClose={onClose} />
      </Flex>
      <Notice kind="error">{(save.error ?? remove.error)?.message}</Notice>
      <Box role="list" aria-label={labels.rules}>
        {rows.map(({ id, rule }) => (
          <RuleRow
            key={id}
            rule={rule}
            onChange={(next) => put(id, next)}
            onRemove={() => setRows(rows.filter((one) => one.id !== id))}
          />
        ))}
      </Box>
      <AddRule onAdd={(rule) => setRows([...rows, rowOf(rule)])} />
    </Dialog>
  );
}

const unique = (rules: readonly Rule[]) => [...new Map(rules.map((one) => [ruleKey(one), one])).values()];

function RuleRow({
  rule,
  onChange,
  onRemove,
}: {
  rule: Rule;
  onChange: (rule: Rule) => void;
  onRemove: () => void;
}) {
  const name = ruleName(rule);
  return (
    <Flex
      role="listitem"
      aria-label={name}
      borderTopWidth="1px"
      paddingY="1.5"
      columnGap="4"
      rowGap="1"
      alignItems="center"
      fontSize="body"
      wrap="wrap"
    >
      <Select
        aria-label={labels.howGrave}
        width="8.5em"
        value={rule.severity}
        onChange={(event) => onChange({ ...rule, severity: event.target.value as FindingSeverity })}
      >
        {(Object.entries(severityWords) as [FindingSeverity, string][]).map(([one, words]) => (
          <option key={one} value={one}>
            {words}
          </option>
        ))}
      </Select>
      <chakra.span flex="1" minWidth="14em">
        {name}
      </chakra.span>
      <Flex columnGap="3" rowGap="1" wrap="wrap" alignItems="center">
        <RuleEditor rule={rule} onChange={onChange} />
      </Flex>
      <LinkButton type="button" aria-label={`Remove: ${name}`} onClick={onRemove}>
        remove
      </LinkButton>
    </Flex>
  );
}

function AddRule({ onAdd }: { onAdd: (rule: Rule) => void }) {
  const [kind, setKind] = useState<CheckKind>('field');
  const id = useId();
  return (
    <Flex borderTopWidth="1px" paddingY="3" gap="3" alignItems="center" fontSize="body" wrap="wrap">
      <label htmlFor={id}>{labels.anotherRule}</label>
      <Select
        id={id}
        width="auto"
        value={kind}
        onChange={(event) => setKind(event.target.value as CheckKind)}
      >
        {(Object.keys(newRules) as CheckKind[]).map((one) => (
          <option key={one} value={one}>
            {kindWords[one] ?? ruleName(newRules[one])}
          </option>
        ))}
      </Select>
      <Button type="button" onClick={() => onAdd(newRules[kind])}>
        {labels.add}
      </Button>
    </Flex>
  );
}
