'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useState } from 'react';
import { makersOf, templatesToBeginWith } from '@/core/templates/clashes';
import { Field } from '@/ui/Field';
import { Select } from '@/ui/inputs';
import { labels as uiLabels } from '@/ui/words';
import { Clashes, useStartTemplates } from '../templates/Clashes';
import { entryWords } from '../templates/words';
import { labels } from './words';

/** Which permanent templates a new assignment begins with; undefined until they are known. */
export function useStart() {
  const { data } = useStartTemplates();
  const [maker, setMaker] = useState('');
  const [ticks, setTicks] = useState<ReadonlyMap<string, boolean>>(new Map());
  const proposed = data && templatesToBeginWith(data.templates, data.identities, maker || undefined);
  const offered = data?.templates ?? [];
  const chosen = offered.filter((one) => ticks.get(one.id) ?? proposed?.includes(one));
  return {
    offered,
    chosen,
    inForce: data && chosen.map((one) => one.id),
    maker,
    makers: [...new Set(offered.flatMap((one) => makersOf(one, data!.identities)))],
    choose: (name: string) => {
      setMaker(name);
      setTicks(new Map());
    },
    tick: (id: string, ticked: boolean) => setTicks(new Map([...ticks, [id, ticked]])),
  };
}

/** Permanent templates with what they write; those that contradict each other are not ticked together. */
export function StartTemplates({ start }: { start: ReturnType<typeof useStart> }) {
  if (start.offered.length === 0) return null;
  return (
    <Box marginTop="2">
      {start.makers.length > 1 && (
        <Field label={labels.whoMakesThePictures}>
          <Select
            aria-label={labels.whoMakesThePictures}
            value={start.maker}
            onChange={(event) => start.choose(event.target.value)}
          >
            <option value="">not said</option>
            {start.makers.map((name) => (
              <option key={name}>{name}</option>
            ))}
          </Select>
        </Field>
      )}
      <Field label={uiLabels.templates} labelled>
        <Box role="group" aria-label={labels.templatesToBeginWith}>
          {start.offered.map((one) => (
            <chakra.label key={one.id} display="flex" gap="2" alignItems="baseline" paddingY="0.5">
              <input
                type="checkbox"
                checked={start.chosen.includes(one)}
                onChange={(event) => start.tick(one.id, event.target.checked)}
              />
              <Box minWidth="0">
                {one.name}
                <Box textStyle="hint" lineClamp={2}>
                  {one.entries.map(entryWords).join(' · ')}
                </Box>
              </Box>
            </chakra.label>
          ))}
          <Clashes templates={start.chosen} />
        </Box>
      </Field>
    </Box>
  );
}
