'use client';

import { chakra } from '@chakra-ui/react';
import type { ContainerId } from '@/core/containers/container';
import { formatNames } from '@/core/containers/formatNames';
import { formatName } from '@/core/wording/checkWords';
import { Select, TextInput } from '@/ui/inputs';
import { Bounds, FieldSelect, Labelled, OneOf, type Props, Several } from './ruleParts';
import { labels } from './words';

const formats = (Object.keys(formatNames) as ContainerId[]).filter((id) => id !== 'sidecar');
const depths = [8, 16, 32] as const;

/** The parameters of a rule; nothing for rules without. */
export function RuleEditor({ rule, onChange }: Props) {
  switch (rule.check) {
    case 'field':
      return <FieldSelect value={rule.field} onChange={(field) => onChange({ ...rule, field })} />;
    case 'one-of':
      return <OneOf rule={rule} onChange={onChange} />;
    case 'pattern':
      return (
        <>
          <FieldSelect value={rule.field} onChange={(field) => onChange({ ...rule, field })} />
          <Labelled words={labels.like} hint="* any signs, ? one sign, # one digit">
            {(id) => (
              <TextInput
                id={id}
                width="12em"
                value={rule.pattern}
                maxLength={200}
                onChange={(event) => onChange({ ...rule, pattern: event.target.value })}
              />
            )}
          </Labelled>
        </>
      );
    case 'length':
      return (
        <>
          <FieldSelect value={rule.field} onChange={(field) => onChange({ ...rule, field })} />
          <Select
            aria-label={labels.unit}
            width="auto"
            value={rule.unit}
            onChange={(event) => onChange({ ...rule, unit: event.target.value as typeof rule.unit })}
          >
            {['characters', 'words', 'bytes'].map((unit) => (
              <option key={unit}>{unit}</option>
            ))}
          </Select>
          <Bounds rule={rule} onChange={onChange} />
        </>
      );
    case 'keyword-count':
      return <Bounds rule={rule} onChange={onChange} />;
    case 'pixels':
      return (
        <>
          <Select
            aria-label={labels.side}
            width="auto"
            value={rule.side}
            onChange={(event) => onChange({ ...rule, side: event.target.value as typeof rule.side })}
          >
            <option value="long">long side, px</option>
            <option value="short">short side, px</option>
            <option value="megapixels">megapixels</option>
          </Select>
          <Bounds rule={rule} onChange={onChange} />
        </>
      );
    case 'format':
      return (
        <Several
          all={formats}
          chosen={rule.formats}
          words={formatName}
          onChange={(next) => onChange({ ...rule, formats: next })}
        />
      );
    case 'bits':
      return (
        <Several
          all={depths}
          chosen={rule.bits}
          words={String}
          onChange={(next) => onChange({ ...rule, bits: next })}
        />
      );
    case 'profile':
      return (
        <Labelled words={labels.oneOf} hint="names, separated by commas">
          {(id) => (
            <TextInput
              id={id}
              width="16em"
              defaultValue={rule.profiles.join(', ')}
              onChange={(event) => {
                const profiles = event.target.value
                  .split(',')
                  .map((one) => one.trim())
                  .filter((one) => one !== '');
                if (profiles.length > 0) onChange({ ...rule, profiles });
              }}
            />
          )}
        </Labelled>
      );
    case 'own-caption':
      return (
        <chakra.label fontSize="body">
          <input
            type="checkbox"
            checked={rule.mayBeShared ?? false}
            onChange={({ target }) => {
              const { mayBeShared: _, ...own } = rule;
              onChange(target.checked ? { ...own, mayBeShared: true } : own);
            }}
          />{' '}
          {labels.severalPicturesMayShareOne}
        </chakra.label>
      );
    default:
      return null;
  }
}
