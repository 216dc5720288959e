import { labels as backups } from '@/features/backups/words';
import { labels as bringIn } from '@/features/bringIn/words';
import { labels as check } from '@/features/check/words';
import { labels as deliver } from '@/features/deliver/words';
import { labels as describe } from '@/features/describe/words';
import { labels as details } from '@/features/details/words';
import { labels as fields } from '@/features/fields/words';
import { labels as find } from '@/features/find/words';
import { labels as folders } from '@/features/folders/words';
import { labels as guide } from '@/features/guide/words';
import { labels as kept } from '@/features/kept/words';
import { labels as keywords } from '@/features/keywords/words';
import { labels as prepare } from '@/features/prepare/words';
import { labels as readout } from '@/features/readout/words';
import { labels as receipts } from '@/features/receipts/words';
import { labels as shell } from '@/features/shell/words';
import { labels as templates } from '@/features/templates/words';
import { labels as upkeep } from '@/features/upkeep/words';
import { labels as vocabulary } from '@/features/vocabulary/words';
import { labels as workshop } from '@/features/workshop/words';
import { labels as ui } from '@/ui/words';

/** The labels of the interface, by the feature that shows them. */
export const labels = {
  backups,
  bringIn,
  check,
  deliver,
  describe,
  details,
  fields,
  find,
  folders,
  guide,
  kept,
  keywords,
  prepare,
  readout,
  receipts,
  shell,
  templates,
  ui,
  upkeep,
  vocabulary,
  workshop,
};
