'use client';

import { Box, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { FieldId } from '@/core/catalogue/fields';
import type { Checked, RuleResult } from '@/core/checks/checkAll';
import { isFixedAtSource } from '@/core/checks/checkPicture';
import { sharedCaptions } from '@/core/checks/facts';
import { fieldsToFill } from '@/core/checks/repairs';
import { scopeOf, these } from '@/core/drafts/scope';
import { failingWords, ruleName } from '@/core/wording/checkWords';
import { agrees, formatNumber } from '@/core/wording/counts';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { Button, LinkButton } from '@/ui/buttons';
import { Disagreements } from '../describe/desk/Disagreements';
import type { Selection } from '../describe/set/useSelection';
import type { PhotoView } from '../describe/set/view';
import { Sheet } from '../describe/sheet/Sheet';
import { usualSize } from '../describe/sheet/SizeSlider';
import type { Write } from '../describe/store/useWriting';
import { FillDialog } from './FillDialog';
import { RepairDialog } from './RepairDialog';
import { repairsOf } from './repairsOf';
import type { Beside } from './useBeside';
import { labels } from './words';

interface Props {
  readonly assignment: Assignment;
  readonly views: readonly PhotoView[];
  readonly selection: Selection;
  /** Selects pictures, and opens what fails at the desk. */
  readonly onWrite: (ids: readonly string[], field: FieldId | undefined) => void;
  readonly result: RuleResult;
  readonly checked: Checked;
  readonly beside: Beside;
  readonly write: Write;
}

/** The field that the first failing picture fails at. */
const fieldOf = ({ failing }: RuleResult) =>
  [...failing.values()].flat().find((one) => one.field !== undefined)?.field;

/** The pictures that fail a rule, and how they are fixed. What is fixed leaves the list when it is not selected any more. */
export function RulePictures({
  assignment,
  views,
  selection,
  onWrite,
  result,
  checked,
  beside,
  write,
}: Props) {
  const [dialog, setDialog] = useState<'repair' | 'fill'>();
  const { rule, failing } = result;
  const shown = useMemo(
    () => views.filter((view) => failing.has(view.id) || selection.ids.has(view.id)),
    [views, failing, selection.ids],
  );
  const reasons = useMemo(() => {
    const words = (id: string) => failing.get(id)?.map(failingWords).join(' · ') ?? 'fixed';
    return new Map(shown.map((view) => [view.id, words(view.id)]));
  }, [shown, failing]);
  const repairs = useMemo(
    () => repairsOf(result, checked, { ...beside, captions: sharedCaptions(checked.pictures) }),
    [result, checked, beside],
  );
  const disagreeing = useMemo(() => these([...repairs.keys()]), [repairs]);
  const fill = fieldsToFill(rule);
  const ids = useMemo(() => new Set(failing.keys()), [failing]);
  const count = formatNumber(failing.size);
  const isHere = !isFixedAtSource(rule);
  return (
    <Flex direction="column" minHeight="0" flex="1">
      <Box paddingX="5" paddingTop="4" paddingBottom="3">
        <Flex alignItems="baseline" columnGap="4" wrap="wrap">
          <Box as="h2" fontFamily="heading" fontSize="title" fontWeight="600">
            {ruleName(rule)}
          </Box>
          <Box color="soft" fontSize="body" aria-live="polite">
            {failing.size === 0
              ? labels.everyPicturePasses
              : `${count} of ${formatNumber(checked.pictures.length)} ${agrees(failing.size, 'fails', 'fail')}.`}
            {!isHere && failing.size > 0 && ' Only another export or another picture fixes this.'}
          </Box>
        </Flex>
        {failing.size > 0 && (
          <Flex alignItems="center" columnGap="4" rowGap="2" wrap="wrap" marginTop="3" fontSize="body">
            {isHere && (
              <Button
                type="button"
                bg="woad"
                color="leaf"
                borderColor="woad"
                fontWeight="600"
                _hover={{ bg: 'woad', filter: 'brightness(1.08)' }}
                onClick={() => onWrite([...failing.keys()], fieldOf(result))}
              >
                Write for {failing.size === 1 ? 'this one' : `these ${count}`}
              </Button>
            )}
            {repairs.size > 0 && (
              <Button type="button" onClick={() => setDialog('repair')}>
                Fix {formatNumber(repairs.size)} in one step …
              </Button>
            )}
            {fill.length > 0 && assignment.inForce.length > 0 && (
              <Button type="button" onClick={() => setDialog('fill')}>
                {labels.fillFromTheTemplatesInForce}
              </Button>
            )}
            <LinkButton asChild>
              <Link href={`/assignments/${assignment.id}/describe?as=one&show=rule.${result.place}`}>
                {labels.oneByOne}
              </Link>
            </LinkButton>
          </Flex>
        )}
      </Box>
      {shown.length > 0 && (
        <Sheet
          place={`check ${assignment.id} ${result.place}`}
          views={shown}
          selection={selection}
          size={usualSize}
          reasons={reasons}
          onSize={nothing}
          onOpen={(id) => selection.set([id])}
          onRate={(rated, rating) =>
            write(scopeOf(rated, views), {
              kind: 'set',
              field: 'rating',
              value: rating === 0 ? null : String(rating),
            })
          }
        />
      )}
      {dialog === 'repair' &&
        repairs.size > 0 &&
        (rule.check === 'records-agree' ? (
          <Disagreements
            assignmentId={assignment.id}
            scope={disagreeing}
            count={repairs.size}
            onSettle={(choices) => {
              write(disagreeing, { kind: 'settle', choices });
              setDialog(undefined);
            }}
            onClose={() => setDialog(undefined)}
          />
        ) : (
          <RepairDialog
            rule={rule}
            repairs={repairs}
            checked={checked}
            write={write}
            onClose={() => setDialog(undefined)}
          />
        ))}
      {dialog === 'fill' && (
        <FillDialog
          assignmentId={assignment.id}
          rule={rule}
          scope={scopeOf(ids, views)}
          fields={fill}
          write={write}
          onClose={() => setDialog(undefined)}
        />
      )}
    </Flex>
  );
}

const nothing = () => undefined;
