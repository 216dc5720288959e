'use client';

import { Box, chakra } from '@chakra-ui/react';
import { makersOf, templatesToBeginWith } from '@/core/templates/conflicts';
import { Field } from '@/ui/Field';
import { Select } from '@/ui/inputs';
import { useKeptState } from '@/ui/useKeptState';
import { labels as uiLabels } from '@/ui/words';
import { TemplateConflicts, useStartTemplates } from '../templates/TemplateConflicts';
import { entryWords } from '../templates/words';
import { labels } from './words';

/** The maker of the pictures, and the templates that were ticked or unticked by hand. */
const nothingChosen: { readonly maker: string; readonly ticks: Readonly<Record<string, boolean>> } = {
  maker: '',
  ticks: {},
};

/** The permanent templates that a new assignment begins with; choices survive a reload. */
export function useStart() {
  const { data } = useStartTemplates();
  const { value, set, done } = useKeptState('templates of a new assignment', nothingChosen);
  const { maker, ticks } = value;
  const proposed = data && templatesToBeginWith(data.templates, data.identities, maker || undefined);
  const offered = data?.templates ?? [];
  const chosen = offered.filter((template) => ticks[template.id] ?? proposed?.includes(template));
  return {
    offered,
    chosen,
    inForce: data && chosen.map((one) => one.id),
    maker,
    makers: [...new Set(offered.flatMap((one) => makersOf(one, data!.identities)))],
    choose: (name: string) => set({ maker: name, ticks: {} }),
    tick: (id: string, ticked: boolean) => set({ maker, ticks: { ...ticks, [id]: ticked } }),
    done,
  };
}

/** Lists the permanent templates with what they write, ticked if they are proposed or chosen. */
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
          <TemplateConflicts templates={start.chosen} />
        </Box>
      </Field>
    </Box>
  );
}
