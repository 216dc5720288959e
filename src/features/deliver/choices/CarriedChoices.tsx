'use client';

import { Box, chakra } from '@chakra-ui/react';
import Link from 'next/link';
import { useState } from 'react';
import { type FieldId, fieldLabel, writtenFieldIds } from '@/core/catalogue/fields';
import type { DeliveryPlan } from '@/core/deliver/deliveryPlan';
import { removalRows, removals } from '@/core/deliver/removal';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { LinkButton } from '@/ui/buttons';
import { Select, TextInput } from '@/ui/inputs';
import { labels as uiLabels } from '@/ui/words';
import { Choice } from '../Choice';
import { metadataWords } from '../deliveryPlanWords';
import type { ChangeDeliveryPlan } from '../useDeliveryPlan';
import { labels } from '../words';
import { Tick, Way } from './parts';

interface Props {
  readonly deliveryPlan: DeliveryPlan;
  readonly change: ChangeDeliveryPlan;
}

/** What of the words leaves. */
export function MetadataChoice({ deliveryPlan, change }: Props) {
  const choose = (metadata: DeliveryPlan['metadata']) => change({ metadata });
  return (
    <Choice label="What they carry" words={metadataWords(deliveryPlan)}>
      <Way
        name="metadata"
        words="everything that is written"
        hint="with what the camera recorded"
        isChosen={deliveryPlan.metadata === 'everything'}
        onChoose={() => choose('everything')}
      />
      <Way
        name="metadata"
        words="rights and contact only"
        hint="who made it, whose it is, on what terms, how they are reached"
        isChosen={deliveryPlan.metadata === 'rights'}
        onChoose={() => choose('rights')}
      />
      <Way
        name="metadata"
        words="chosen fields only"
        isChosen={deliveryPlan.metadata === 'fields'}
        onChoose={() => choose('fields')}
      >
        <FieldTicks deliveryPlan={deliveryPlan} change={change} />
        <NoticeLeftOut deliveryPlan={deliveryPlan} change={change} />
      </Way>
    </Choice>
  );
}

function FieldTicks({ deliveryPlan, change }: Props) {
  const [words, setWords] = useState('');
  const found = writtenFieldIds.filter(
    (id) =>
      deliveryPlan.fields.includes(id) || fieldLabel(id).toLowerCase().includes(words.trim().toLowerCase()),
  );
  const put = (id: FieldId, isOn: boolean) =>
    change({ fields: isOn ? [...deliveryPlan.fields, id] : deliveryPlan.fields.filter((one) => one !== id) });
  return (
    <>
      <TextInput
        aria-label={uiLabels.findAField}
        placeholder="find a field"
        value={words}
        onChange={(event) => setWords(event.target.value)}
      />
      <Box maxHeight="12rem" overflowY="auto" role="group" aria-label="Fields that leave" tabIndex={0}>
        {found.map((id) => (
          <Tick
            key={id}
            words={fieldLabel(id)}
            isOn={deliveryPlan.fields.includes(id)}
            onChange={(isOn) => put(id, isOn)}
          />
        ))}
      </Box>
    </>
  );
}

/** The notice is included unless somebody says otherwise, and says it again. */
function NoticeLeftOut({ deliveryPlan, change }: Props) {
  const [isAsked, setAsked] = useState(false);
  if (deliveryPlan.fields.includes('copyrightNotice')) return null;
  return (
    <Box paddingTop="2">
      <Tick
        words={labels.noticeIsIncluded}
        isOn={!deliveryPlan.withoutNotice}
        onChange={(isOn) => (isOn ? change({ withoutNotice: false }) : setAsked(true))}
      />
      {isAsked && !deliveryPlan.withoutNotice && (
        <Box color="weldText">
          Without it nobody can tell from the file whose picture it is.{' '}
          <LinkButton
            type="button"
            onClick={() => {
              change({ withoutNotice: true });
              setAsked(false);
            }}
          >
            {labels.leaveTheNoticeOutAnyway}
          </LinkButton>{' '}
          <LinkButton type="button" onClick={() => setAsked(false)}>
            {labels.keepIt}
          </LinkButton>
        </Box>
      )}
    </Box>
  );
}

/** What is taken out of the copies. */
export function RemovesChoice({ deliveryPlan, change }: Props) {
  const { removes } = deliveryPlan;
  const words =
    removes.length === 0
      ? 'nothing is removed'
      : `no ${removes.map((one) => removalRows[one].words).join(', no ')}`;
  return (
    <Choice label="What is removed" words={words}>
      <Box textStyle="hint">Out of every record of the copies; the pictures themselves keep it.</Box>
      {removals.map((removal) => (
        <Tick
          key={removal}
          words={removalRows[removal].words}
          isOn={removes.includes(removal)}
          onChange={(isOn) =>
            change({ removes: isOn ? [...removes, removal] : removes.filter((one) => one !== removal) })
          }
        />
      ))}
      <Box textStyle="hint">
        Nobody can say what a camera put into its maker notes, so they go with any of the first five.
      </Box>
    </Choice>
  );
}

/** Templates that act on the copies alone. */
export function TemplatesChoice({
  deliveryPlan,
  change,
  templates,
}: Props & { templates: readonly ListedTemplate[] }) {
  const chosen = deliveryPlan.templates.flatMap((id) => templates.find((one) => one.id === id) ?? []);
  const rest = templates.filter(
    (one) => !deliveryPlan.templates.includes(one.id) && one.version > 0 && !one.archived,
  );
  const words =
    deliveryPlan.templates.length === 0
      ? 'no template'
      : deliveryPlan.templates
          .map((id) => templates.find((one) => one.id === id)?.name ?? 'one that is gone')
          .join(', ');
  return (
    <Choice label="Templates on the way out" words={words}>
      <Box textStyle="hint">
        A client’s terms, a credit line, an embargo: they act on the copies, never on the pictures.
      </Box>
      {chosen.map(({ id, name, version }) => (
        <Box key={id} display="flex" gap="3">
          <chakra.span flex="1">
            <Link href={`/templates/${id}`}>{name}</Link>
            <chakra.span color="soft">, version {version}</chakra.span>
          </chakra.span>
          <LinkButton
            type="button"
            aria-label={`Leave out ${name}`}
            onClick={() => change({ templates: deliveryPlan.templates.filter((one) => one !== id) })}
          >
            leave out
          </LinkButton>
        </Box>
      ))}
      {chosen.length < deliveryPlan.templates.length && (
        <Box color="weldText">
          A template of this delivery plan is gone.{' '}
          <LinkButton type="button" onClick={() => change({ templates: chosen.map((one) => one.id) })}>
            Leave it out
          </LinkButton>
        </Box>
      )}
      {rest.length > 0 && (
        <Select
          aria-label={labels.putATemplateOnTop}
          value=""
          onChange={(event) =>
            event.target.value && change({ templates: [...deliveryPlan.templates, event.target.value] })
          }
        >
          <option value="">Put a template on top …</option>
          {rest.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </Select>
      )}
    </Choice>
  );
}
