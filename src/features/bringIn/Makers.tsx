'use client';

import { type MakerAnswer, makerKey } from '@/core/rights/makers';
import { MakerQuestions } from '@/ui/MakerQuestions';
import type { Answers } from './groups';
import type { CardPicture } from './useSource';

/** Pictures of others by their stated maker, above all pictures: the question is not to be missed. */
export function Makers({
  pictures,
  answers,
  onAnswer,
}: {
  pictures: readonly CardPicture[];
  answers: Answers;
  onAnswer: (name: string, answer: MakerAnswer) => void;
}) {
  const groups = new Map<string, { name: string; count: number }>();
  for (const { maker, standing } of pictures) {
    if (maker === undefined || standing !== 'made by others') continue;
    const key = makerKey(maker);
    groups.set(key, { name: groups.get(key)?.name ?? maker, count: (groups.get(key)?.count ?? 0) + 1 });
  }
  return (
    <MakerQuestions
      groups={[...groups.values()]}
      answerOf={(name) => answers.get(makerKey(name))}
      onAnswer={onAnswer}
    />
  );
}
