'use client';

import type { DeliveryPlan } from '@/core/deliver/deliveryPlan';
import { FolderField } from '../../folders/FolderField';
import { Choice } from '../Choice';
import { besideWords, placeWords } from '../deliveryPlanWords';
import type { ChangeDeliveryPlan } from '../useDeliveryPlan';
import { labels } from '../words';
import { Tick, Way } from './parts';

interface Props {
  readonly deliveryPlan: DeliveryPlan;
  readonly change: ChangeDeliveryPlan;
}

/** Where copies go: a folder, an archive, or both. */
export function PlaceChoice({ deliveryPlan, change }: Props) {
  return (
    <Choice label="Place" words={placeWords(deliveryPlan)} width="32rem">
      <Way
        name={labels.place}
        words="one archive to download"
        hint="a ZIP file; its copies are kept here for thirty days"
        isChosen={deliveryPlan.to === 'archive'}
        onChoose={() => change({ to: 'archive' })}
      />
      <Way
        name={labels.place}
        words={labels.aFolderOfThisMachine}
        isChosen={deliveryPlan.to === 'folder'}
        onChoose={() => change({ to: 'folder' })}
      />
      <Way
        name={labels.place}
        words={labels.both}
        isChosen={deliveryPlan.to === 'both'}
        onChoose={() => change({ to: 'both' })}
      />
      {deliveryPlan.to !== 'archive' && (
        <FolderField
          label={labels.folderForTheCopies}
          hideLabel
          value={deliveryPlan.path}
          onChange={(path) => change({ path })}
          placeholder="/home/…/Deliveries"
        />
      )}
    </Choice>
  );
}

/** What goes beside the copies. */
export function BesideChoice({ deliveryPlan, change }: Props) {
  return (
    <Choice label="Beside them" words={besideWords(deliveryPlan)}>
      <Tick
        words="checksums"
        hint="SHA256SUMS, so that anybody can tell whether a file is whole"
        isOn={deliveryPlan.checksums}
        onChange={(checksums) => change({ checksums })}
      />
      <Tick
        words="a page for the web"
        hint="each picture as a figure with credit, licence and what search engines read; it opens without a server"
        isOn={deliveryPlan.page}
        onChange={(page) => change({ page })}
      />
      <Tick
        words="the camera’s embedded JPEG of each raw file"
        hint="the camera’s own rendering, upright, with all that is written"
        isOn={deliveryPlan.frozen}
        onChange={(frozen) => change({ frozen })}
      />
    </Choice>
  );
}
