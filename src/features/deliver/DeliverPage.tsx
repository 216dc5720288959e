'use client';

import { Box } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { readyList } from '@/core/checks/ready';
import { formatNumber } from '@/core/wording/counts';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { DeliveryRequest } from '@/server/operations/deliveries/startDelivery';
import type { InstallationContext } from '@/server/operations/templates/placeholderContext';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { PrimaryButton } from '@/ui/buttons';
import { EmptyState } from '@/ui/EmptyState';
import { Notice } from '@/ui/Notice';
import { SaveState } from '@/ui/SaveState';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { useBeside } from '../check/useBeside';
import { useChecked } from '../check/useChecked';
import { useChecklist } from '../check/useChecklist';
import { type FirstPhotos, usePhotos } from '../describe/set/usePhotos';
import { useSelection } from '../describe/set/useSelection';
import { useValues } from '../describe/set/useValues';
import { AssignmentTop, useAssignment } from '../shell/AssignmentFrame';
import { PageMain } from '../shell/PageMain';
import { BeforeItLeaves } from './BeforeItLeaves';
import { CopyShown } from './CopyShown';
import { lacking } from './deliveryPlanWords';
import { SavedDeliveryPlans } from './SavedDeliveryPlans';
import { Sentences } from './Sentences';
import { useCopy } from './useCopy';
import { useCopyPatterns } from './useCopyPatterns';
import { useDeliveryPlan } from './useDeliveryPlan';
import { useOtherMakers } from './useOtherMakers';
import { useSent } from './useSent';
import { labels } from './words';

interface Props {
  readonly assignment: Assignment;
  readonly first: FirstPhotos;
  readonly templates: readonly ListedTemplate[];
  readonly installation: InstallationContext;
}

/** Deliver: a delivery plan that reads as sentences, one copy as it will be, what is open, and one act. */
export function DeliverPage({ assignment: initial, first, templates, installation }: Props) {
  const assignment = useAssignment(initial);
  const { id } = initial;
  const { views } = usePhotos(id, first);
  const values = useValues(id, true);
  const { deliveryPlan, change, written } = useDeliveryPlan(assignment);
  const [holdsBack, setHoldsBack] = useState(true);
  const list = useDeliveryList(assignment, deliveryPlan.checklist);
  const beside = useBeside(assignment, list.rules);
  const checked = useChecked(list.rules, views, values, beside);
  const order = useMemo(() => views.map((view) => view.id), [views]);
  const { ids: selected } = useSelection(order, `selection ${id}`);
  const sent = useSent(deliveryPlan, views, values, { checked, selected, holdsBack });
  const others = useOtherMakers(deliveryPlan, sent.ids, values, assignment.inForce, templates, installation);
  const [at, setAt] = useState(0);
  const place = Math.min(at, Math.max(0, sent.ids.length - 1));
  const view = views.find((one) => one.id === sent.ids[place]) ?? views[0];
  const { copy, isMaking, error } = useCopy(id, view?.id, deliveryPlan);
  const { patterns, marks } = useCopyPatterns(assignment, installation, view, view && values?.get(view.id));
  const open = lacking(deliveryPlan);
  const deliver = useDeliver(assignment, written.settle);
  const isReady = sent.ids.length > 0 && open === undefined && checked !== undefined;

  return (
    <>
      <AssignmentTop assignment={assignment}>
        <PrimaryButton
          type="button"
          disabled={!isReady || deliver.isPending}
          onClick={() =>
            deliver.mutate({
              deliveryPlan,
              photoIds: sent.ids,
              ...(sent.failing.length > 0 && list.list
                ? {
                    openPoints: {
                      checklist: list.list.id,
                      failing: sent.failing.length,
                      decided: holdsBack ? 'left-out' : 'all-the-same',
                    },
                  }
                : {}),
            })
          }
        >
          {!checked
            ? labels.checking
            : sent.ids.length === 0
              ? labels.nothingToDeliver
              : `Deliver ${formatNumber(sent.ids.length)}`}
        </PrimaryButton>
      </AssignmentTop>
      <PageMain title="Deliver">
        {deliver.error && <Notice kind="banner">{deliver.error.message}</Notice>}
        {views.length === 0 || !view ? (
          <EmptyState
            title="No pictures yet"
            act={{ href: `/assignments/${id}/bring-in`, words: 'Bring pictures in' }}
          >
            Here copies leave: as a client, a web page or an archive needs them, with what they carry and
            nothing more.
          </EmptyState>
        ) : (
          <Box
            display="grid"
            gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 15fr) minmax(0, 17fr)' }}
            minHeight="calc(100dvh - 3rem)"
          >
            <Box paddingX="5" paddingY="4" display="grid" gap="6" alignContent="start" minWidth="0">
              <Box>
                <SavedDeliveryPlans
                  assignment={assignment}
                  deliveryPlan={deliveryPlan}
                  settle={written.settle}
                />
                <Sentences
                  deliveryPlan={deliveryPlan}
                  change={change}
                  sent={sent}
                  templates={templates}
                  patterns={patterns}
                  markTexts={marks}
                  example={copy?.name}
                />
                {written.state !== 'saved' && written.state !== 'saving' && <SaveState of={written} />}
              </Box>
              <BeforeItLeaves
                assignmentId={id}
                sent={sent}
                others={others}
                holdsBack={holdsBack}
                onHoldBack={setHoldsBack}
                lists={list.all}
                list={list.list}
                onList={(checklist) => change({ checklist })}
                shown={copy}
                lacking={open}
                isChecked={checked !== undefined}
              />
            </Box>
            <Box bg="leaf" borderLeftWidth={{ lg: '1px' }} borderColor="rule" paddingX="5" paddingY="4">
              <CopyShown
                view={view}
                place={place + 1}
                total={Math.max(1, sent.ids.length)}
                onGo={(by) => setAt(Math.max(0, Math.min(sent.ids.length - 1, place + by)))}
                copy={copy}
                isMaking={isMaking}
                error={error}
              />
            </Box>
          </Box>
        )}
      </PageMain>
    </>
  );
}

/** The list that a delivery is checked by: its own, or the assignment's. */
function useDeliveryList(assignment: Assignment, named: string) {
  const usual = useChecklist(assignment);
  const all = useMemo(() => [...usual.ready, ...usual.own], [usual.ready, usual.own]);
  const list = (named && (readyList(named) ?? usual.own.find((one) => one.id === named))) || usual.list;
  return { all, list, rules: list?.rules ?? none };
}
const none: readonly never[] = [];

/** The act: what is typed is saved, then the run begins and its page is shown. */
function useDeliver({ id }: Assignment, settle: () => Promise<boolean>) {
  const router = useRouter();
  const requestOnce = useRequestOnce();
  return useMutation({
    mutationFn: async (request: DeliveryRequest) => {
      await settle();
      return requestOnce<{ runId: string }>(`assignments/${id}/deliver`, 'POST', request);
    },
    onSuccess: ({ runId }) => router.push(`/runs/${runId}`),
  });
}
