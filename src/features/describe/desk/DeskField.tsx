'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useId, useState } from 'react';
import { type FieldId, fieldLabel, shapeOf } from '@/core/catalogue/fields';
import { type FieldValue, isEmpty, sameValue } from '@/core/catalogue/value';
import type { Scope } from '@/core/drafts/scope';
import { counted, formatNumber } from '@/core/wording/counts';
import type { Desk, FieldAcross } from '@/server/operations/photos/selectionValues';
import { LinkButton } from '@/ui/buttons';
import { whenReleased } from '@/ui/whenReleased';
import { FieldHelp } from '../../fields/FieldHelp';
import { ValueEditor } from '../../fields/ValueEditor';
import { useBox } from '../store/useBox';
import type { Write } from '../store/useWriting';
import { Variants } from './Variants';
import { WhenRead } from './WhenRead';

/** One field of the selection: its value, where it comes from, and the differing ones with their counts. */
export function DeskField({
  field,
  desk,
  scope,
  count,
  write,
}: {
  field: FieldId;
  /** undefined until it is known. */
  desk: Desk | undefined;
  scope: Scope;
  count: number;
  write: Write;
}) {
  const id = useId();
  const across = desk?.fields[field];
  const [active, setActive] = useState(false);
  const { value, change, save } = useBox<FieldValue | null>({
    scope,
    write,
    shown: across?.same ?? null,
    isSame: sameValue,
    writingOf: (next) => ({ kind: 'set', field, value: next }),
  });
  const differs = across !== undefined && across.same === undefined && across.variants.length > 0;
  const name = fieldLabel(field);
  return (
    <Box
      role="group"
      aria-label={name}
      data-field={field}
      paddingY="1"
      borderTopWidth="1px"
      display="grid"
      gridTemplateColumns={{ base: '1fr', sm: '9em minmax(0, 1fr)' }}
      columnGap="4"
      onFocus={() => whenReleased(() => setActive(true))}
      onBlur={(event) => {
        if (event.currentTarget.contains(event.relatedTarget)) return;
        whenReleased(() => setActive(false));
        save();
      }}
    >
      <Box paddingTop="1" fontSize="body">
        <chakra.label htmlFor={id}>{name}</chakra.label>
        <Marks across={across} count={count} />
      </Box>
      <Box minWidth="0">
        <WhenRead isRead={across !== undefined}>
          <ValueEditor
            id={id}
            field={field}
            value={value}
            placeholder={
              differs ? `Different values: writing here replaces all ${formatNumber(count)}` : undefined
            }
            describedBy={`${id}-help`}
            onChange={change}
            onLeave={shapeOf(field) === 'structures' ? undefined : save}
          />
        </WhenRead>
        {differs && (
          <Variants
            across={across}
            field={field}
            onSpread={(one) => write(scope, { kind: 'set', field, value: one })}
          />
        )}
        {active && (
          <Flex textStyle="hint" gap="4" wrap="wrap" paddingTop="1">
            <FieldHelp id={field} elementId={`${id}-help`} />
            {(differs || !isEmpty(value)) && (
              <LinkButton
                type="button"
                aria-label={`Empty ${name}`}
                onClick={() => write(scope, { kind: 'set', field, value: null as FieldValue | null })}
              >
                Empty it
              </LinkButton>
            )}
            {(across?.drafted ?? 0) > 0 && (
              <LinkButton type="button" onClick={() => write(scope, { kind: 'discard', fields: [field] })}>
                Back to what the file says
              </LinkButton>
            )}
          </Flex>
        )}
      </Box>
    </Box>
  );
}

/** Draft and disagreement, in words and not by colour alone. */
function Marks({ across, count }: { across: FieldAcross | undefined; count: number }) {
  if (!across || across.drafted + across.broken === 0) return null;
  return (
    <Box textStyle="hint">
      {across.drafted > 0 && (
        <chakra.span color="woad">
          draft{across.drafted < count ? ` in ${formatNumber(across.drafted)}` : ''}
        </chakra.span>
      )}
      {across.broken > 0 && (
        <chakra.span color="weldText">
          {' '}
          disagrees{count > 1 ? ` in ${counted(across.broken, 'picture')}` : ''}
        </chakra.span>
      )}
    </Box>
  );
}
