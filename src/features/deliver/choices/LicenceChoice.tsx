'use client';

import { Box } from '@chakra-ui/react';
import { type DeliveryPlan, type LicenceGranted, usualLicence } from '@/core/deliver/deliveryPlan';
import { licenceTerms } from '@/core/deliver/licence';
import { labels as uiLabels } from '@/ui/words';
import { Choice } from '../Choice';
import { licenceWords } from '../deliveryPlanWords';
import type { ChangeDeliveryPlan } from '../useDeliveryPlan';
import { labels } from '../words';
import { TextLine, Tick, Way } from './parts';

/** Who may use the copies, for what, where, and until when. */
export function LicenceChoice({
  deliveryPlan,
  change,
}: {
  deliveryPlan: DeliveryPlan;
  change: ChangeDeliveryPlan;
}) {
  const { licence } = deliveryPlan;
  const put = (part: Partial<LicenceGranted>) =>
    change({ licence: { ...(licence ?? usualLicence), ...part } });
  const terms = licence && licenceTerms(licence);
  return (
    <Choice
      label={uiLabels.licence}
      words={licence ? licenceWords(licence) : 'No licence is granted with them'}
    >
      <Way
        name="licence"
        words="none is granted"
        isChosen={licence === null}
        onChoose={() => change({ licence: null })}
      />
      <Way
        name="licence"
        words="one is granted, and kept with the assignment"
        isChosen={licence !== null}
        onChoose={() => put({})}
      >
        {licence && (
          <Box display="grid" gap="1">
            <TextLine
              label={labels.toWhom}
              value={licence.licensee}
              onChange={(licensee) => put({ licensee })}
            />
            <TextLine
              label={labels.forWhatUse}
              value={licence.use}
              placeholder="on its own web pages"
              onChange={(use) => put({ use })}
            />
            <TextLine
              label={labels.where}
              value={licence.region}
              placeholder="all countries"
              onChange={(region) => put({ region })}
            />
            <TextLine
              label={uiLabels.from}
              type="date"
              value={licence.from}
              onChange={(from) => put({ from })}
            />
            <TextLine
              label={labels.until}
              type="date"
              value={licence.until}
              onChange={(until) => put({ until })}
            />
            <TextLine
              label={labels.invoiceOrJob}
              value={licence.reference}
              onChange={(reference) => put({ reference })}
            />
            <Tick
              words="written into the copies"
              {...(terms ? { hint: `“${terms}”` } : {})}
              isOn={licence.isWritten}
              onChange={(isWritten) => put({ isWritten })}
            />
          </Box>
        )}
      </Way>
    </Choice>
  );
}
