import { contentOfFile } from '../files/contentOfFile';
import { tryPicture } from '../files/tryPicture';
import { readSourcePicture } from '../operations/bringIn/readSourcePicture';
import { lookOfFile, reportOfFile } from '../operations/compare/foreignFile';
import { drawnMark } from '../operations/deliveries/drawnMark';
import { readRecord, shownCopy } from '../operations/deliveries/shownCopy';
import { parseVocabulary } from '../operations/vocabulary/parseVocabulary';
import { makePreview } from '../previews/makePreview';
import { throughSite } from '../site/simulatedSite';
import { readTemplateFile } from '../templates/templateFile';

/**
 * Tasks on foreign files, each in a reader process and within its limits. Arguments and results
 * cross the border between processes: values, no functions.
 */
export const tasks = {
  makePreview,
  readSourcePicture,
  contentOfFile,
  readRecord,
  shownCopy,
  tryPicture,
  drawnMark,
  throughSite,
  readTemplateFile,
  parseVocabulary,
  reportOfFile,
  lookOfFile,
};
export type Tasks = typeof tasks;
export type TaskName = keyof Tasks;
