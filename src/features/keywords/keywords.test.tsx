/** @jest-environment jsdom */
import { act, fireEvent, render, renderHook, screen } from '@testing-library/react';
import { answering, inWindow } from '@/ui/testing';
import { reasonWords } from './reasonWords';
import { TermBox } from './TermBox';
import { useKnownTerms } from './useKnownTerms';

const offers = [
  { word: 'wooden boat', by: 'timber boat', broader: ['craft'], pictures: 12 },
  { word: 'boatyard', broader: [], pictures: 0 },
];

function box() {
  answering({ 'vocabulary/completions?typed=bo': offers, 'vocabulary/completions?typed=boa': offers });
  const words: string[][] = [];
  const Window = inWindow();
  const { unmount } = render(
    <Window>
      <TermBox id="t" label="Keywords" onWords={(some) => words.push([...some])} />
    </Window>,
  );
  const input = screen.getByLabelText('Keywords') as HTMLInputElement;
  const type = (text: string) => fireEvent.change(input, { target: { value: text } });
  const press = (key: string) => fireEvent.keyDown(input, { key });
  return { words, input, type, press, unmount };
}

test('Enter writes what was typed; an arrow first takes the term that it marks', async () => {
  const { words, input, type, press } = box();
  type('sea; bo');
  expect(await screen.findByRole('option', { name: /timber boat → wooden boat · craft/ })).toBeTruthy();
  press('Enter');
  expect(words).toEqual([['sea', 'bo']]);
  expect(input.value).toBe('');
  type('sky, bo');
  await screen.findByRole('option', { name: /boatyard/ });
  press('ArrowDown');
  press('ArrowDown');
  press('Enter');
  expect(words[1]).toEqual(['sky', 'boatyard']);
});

// On a slow machine ArrowDown and Enter took "winter" for "wav": the terms for "w" were still there.
test('terms for an earlier text are offered as far as they belong to what is typed now', async () => {
  const { words, type, press } = box();
  type('bo');
  await screen.findByRole('option', { name: /wooden boat/ });
  type('boaty');
  expect(screen.getAllByRole('option').map((one) => one.textContent)).toEqual(['boatyard']);
  press('ArrowDown');
  press('Enter');
  expect(words).toEqual([['boatyard']]);
});

test('a comma ends a term, and stands inside one in quotes; leaving the box ends what was typed', () => {
  const { words, input, type, press } = box();
  type('"fish');
  press(',');
  expect(words).toEqual([]);
  type('"fish, smoked"');
  press(',');
  expect(words).toEqual([['fish, smoked']]);
  type('mast');
  fireEvent.blur(input);
  expect(words[1]).toEqual(['mast']);
});

// A keyword without a comma was lost with Ctrl ↓ in *One by one*, and by a reload.
test('what was typed is ended as the page goes, or the box', () => {
  const { words, type, unmount } = box();
  type('mast');
  fireEvent(window, new Event('pagehide'));
  expect(words).toEqual([['mast']]);
  type('sail, boom');
  unmount();
  expect(words).toEqual([['mast'], ['sail', 'boom']]);
});

test('Escape closes what is on offer, and what was typed stays', async () => {
  const { words, input, type, press } = box();
  type('bo');
  await screen.findByRole('option', { name: /boatyard/ });
  press('Escape');
  expect(screen.queryByRole('option')).toBeNull();
  expect(input.value).toBe('bo');
  expect(words).toEqual([]);
});

test('words of the vocabulary are known in the plural and genitive, not one letter off', async () => {
  const entered = (word: string, isKnown: boolean, nearness?: string) => ({
    typed: word,
    word,
    isKnown,
    near: nearness ? [{ word: 'x', nearness }] : [],
  });
  const asked = answering({
    'vocabulary/entered': [
      entered('sailmaker', true),
      entered('fids', false, 'number'),
      entered('saill', false, 'letter'),
    ],
  });
  const words = ['sailmaker’s', 'fids', 'saill'];
  const { result } = renderHook(() => useKnownTerms(words), { wrapper: inWindow() });
  await act(() => new Promise((resolve) => setTimeout(resolve, 20)));
  expect([...result.current]).toEqual(['sailmaker’s', 'fids']);
  expect(asked[0]!.body).toEqual({ words: ['sailmaker', 'fids', 'saill'] });
});

test.each([
  [{ by: 'company', of: 'ketch' } as const, 'often with ketch'],
  [{ by: 'broader', of: 'ketch' } as const, 'above ketch'],
  [{ by: 'frequent', pictures: 1 } as const, 'on 1 picture here'],
  [{ by: 'text' } as const, 'in the words'],
])('%j is said as %j', (reason, words) => {
  expect(reasonWords(reason)).toBe(words);
});
