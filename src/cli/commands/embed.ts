import { mkdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { checkValue } from '../../core/catalogue/checkValue';
import { fieldLabel } from '../../core/catalogue/fields';
import { parseKeywords } from '../../core/keywords/parse';
import { givesUpRights } from '../../core/rights/givesUp';
import { ownNames } from '../../core/rights/makers';
import { repairedAddress, webAddressFields } from '../../core/rights/webAddress';
import { findConflicts } from '../../core/templates/conflicts';
import { openFillIns } from '../../core/templates/fillIns';
import { compileTemplates } from '../../core/templates/resolve';
import type { Template } from '../../core/templates/template';
import { conflictWords } from '../../core/wording/conflictWords';
import { isoDay } from '../../core/wording/formatDate';
import { type Recovery, recoverUndo } from '../../server/files/recover';

import { problemWords } from '../../server/problems/words';
import { TemplateFileError, wholeTemplateOf } from '../../server/templates/templateFile';
import { EmbedRun, type EmbedSettings } from '../embedRun';
import { undoFolder } from '../places';
import { UsageError } from '../usage';

export interface EmbedArguments {
  readonly templates: readonly string[];
  readonly keywords: string | undefined;
  readonly facts: readonly string[];
  readonly inPlace: boolean;
  readonly to: string | undefined;
  readonly dngSidecar: boolean;
  readonly dateOriginal: boolean;
  readonly replaceUnreadable: boolean;
  readonly breakProvenance: boolean;
  readonly loseJpeg: boolean;
  readonly giveUpRights: boolean;
  readonly others: string | undefined;
  readonly jobs: string | undefined;
  readonly json: boolean;
  readonly files: readonly string[];
}

/** Embeds templates into files, in the order given. Returns how many failed. */
export async function embed(args: EmbedArguments): Promise<number> {
  if (args.templates.length === 0) throw new UsageError('embed needs --template FILE');
  if (args.files.length === 0) throw new UsageError('embed needs at least one file');
  if (args.inPlace === (args.to !== undefined))
    throw new UsageError('embed needs either --in-place or --to DIR');
  const jobs = Number(args.jobs ?? 8);
  if (!Number.isInteger(jobs) || jobs < 1 || jobs > 64)
    throw new UsageError('--jobs is a number from 1 to 64');
  const others = args.others ?? 'leave';
  if (others !== 'leave' && others !== 'fill' && others !== 'write')
    throw new UsageError('--others is leave, fill or write');
  const settings: EmbedSettings = {
    ...(await compiled(args.templates, args.giveUpRights)),
    others,
    keywords: keywordsOf(args.keywords),
    facts: Object.fromEntries(args.facts.map(fact)),
    today: isoDay(new Date()),
    choices: {
      ...(args.dngSidecar ? { dngSidecar: true } : {}),
      ...(args.dateOriginal ? { dateTimeOriginal: true } : {}),
      ...(args.replaceUnreadable ? { replaceUnreadable: true } : {}),
      ...(args.breakProvenance ? { breakProvenance: true } : {}),
      ...(args.loseJpeg ? { loseJpeg: true } : {}),
    },
    jobs,
    json: args.json,
    to: args.to,
    undoFolder: undoFolder(),
  };
  if (args.to !== undefined) await mkdir(args.to, { recursive: true });
  for (const { path: file, outcome } of await recoverUndo(settings.undoFolder))
    process.stderr.write(`${file}: an earlier run was interrupted: ${OUTCOMES[outcome]}\n`);
  return new EmbedRun(settings).carryOut(args.files);
}

const OUTCOMES = {
  finished: 'its change was complete',
  'rolled-back': 'its change was undone',
  'left-alone': 'the file was changed since and was left alone',
  missing: 'the file is not there; its change is settled when it is back',
  'another-file': 'another file has its name; its change is settled when the file is back',
  'other-machine': 'it ran under another host name; its change is settled there',
} as const satisfies Record<Recovery['outcome'], string>;

async function compiled(
  names: readonly string[],
  mayGiveUpRights: boolean,
): Promise<Pick<EmbedSettings, 'templates' | 'own'>> {
  const templates = [];
  for (const [index, name] of names.entries()) {
    try {
      const template = await wholeTemplateOf(await readFile(name), path.basename(name));
      templates.push({ ...template, id: `${index}` });
    } catch (error) {
      if (error instanceof TemplateFileError)
        throw new UsageError(`the template ${name} cannot be used: ${error.message}`);
      throw new UsageError(
        `the template ${name} cannot be read: ${error instanceof Error ? error.message : ''}`,
      );
    }
  }
  const [open] = openFillIns(templates);
  if (open)
    throw new UsageError(
      `the template “${open.name}” is still to be filled in: ${open.fields.map((id) => fieldLabel(id)).join(', ')}`,
    );
  const giving = templates.find(givesRightsUp);
  if (giving && !mayGiveUpRights)
    throw new UsageError(
      `the template “${giving.name}” gives pictures away, for ever. Say --give-up-rights if that is meant`,
    );
  for (const sentence of conflictWords(findConflicts(templates, {}), templates))
    process.stderr.write(`${sentence} Check that both are meant.\n`);
  for (const { name, entries } of templates)
    for (const { field, texts } of entries) {
      const whole = webAddressFields.includes(field) && texts[0] && repairedAddress(texts[0]);
      if (whole)
        process.stderr.write(
          `the template “${name}”: ${fieldLabel(field)} is not a whole address. Make it ${whole}\n`,
        );
    }
  const made = compileTemplates(templates);
  const [wrong] = made.problems;
  if (wrong) throw new UsageError(`a template cannot be used. ${problemWords(wrong)}`);
  return { templates: made, own: ownNames(templates, { identities: {} }) };
}

const givesRightsUp = ({ entries }: Template) =>
  entries.some(
    ({ field, rule, texts }) => rule !== 'erase' && texts.some((text) => givesUpRights(field, text)),
  );

function keywordsOf(text = ''): readonly string[] {
  const terms = parseKeywords(text);
  const checked = checkValue('keywords', terms);
  if ('problem' in checked)
    throw new UsageError(`--keywords cannot be used. ${problemWords(checked.problem)}`);
  return terms;
}

function fact(text: string): [string, string] {
  const at = text.indexOf('=');
  if (at < 1) throw new UsageError(`--fact ${text}: a fact is NAME=VALUE`);
  return [text.slice(0, at).trim(), text.slice(at + 1).trim()];
}
