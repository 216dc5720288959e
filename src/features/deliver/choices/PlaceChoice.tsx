'use client';

import type { Recipe } from '@/core/deliver/recipe';
import { FolderField } from '../../folders/FolderField';
import { Choice } from '../Choice';
import { besideWords, placeWords } from '../recipeWords';
import type { ChangeRecipe } from '../useRecipe';
import { labels } from '../words';
import { Tick, Way } from './parts';

interface Props {
  readonly recipe: Recipe;
  readonly change: ChangeRecipe;
}

/** Where copies go: a folder, an archive, or both. */
export function PlaceChoice({ recipe, change }: Props) {
  return (
    <Choice label="Place" words={placeWords(recipe)} width="32rem">
      <Way
        name={labels.place}
        words="one archive to download"
        hint="a ZIP file; its copies are kept here for thirty days"
        isChosen={recipe.to === 'archive'}
        onChoose={() => change({ to: 'archive' })}
      />
      <Way
        name={labels.place}
        words={labels.aFolderOfThisMachine}
        isChosen={recipe.to === 'folder'}
        onChoose={() => change({ to: 'folder' })}
      />
      <Way
        name={labels.place}
        words={labels.both}
        isChosen={recipe.to === 'both'}
        onChoose={() => change({ to: 'both' })}
      />
      {recipe.to !== 'archive' && (
        <FolderField
          label={labels.folderForTheCopies}
          hideLabel
          value={recipe.path}
          onChange={(path) => change({ path })}
          placeholder="/home/…/Deliveries"
        />
      )}
    </Choice>
  );
}

/** What goes beside the copies. */
export function BesideChoice({ recipe, change }: Props) {
  return (
    <Choice label="Beside them" words={besideWords(recipe)}>
      <Tick
        words="checksums"
        hint="SHA256SUMS, so that anybody can tell whether a file is whole"
        isOn={recipe.checksums}
        onChange={(checksums) => change({ checksums })}
      />
      <Tick
        words="a page for the web"
        hint="each picture as a figure with credit, licence and what search engines read; it opens without a server"
        isOn={recipe.page}
        onChange={(page) => change({ page })}
      />
      <Tick
        words="a frozen JPEG of each raw file"
        hint="the camera’s own rendering, upright, with all that is written"
        isOn={recipe.frozen}
        onChange={(frozen) => change({ frozen })}
      />
    </Choice>
  );
}
