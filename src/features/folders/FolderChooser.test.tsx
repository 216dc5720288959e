/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { answering, show } from '@/ui/testing';
import { FolderChooser } from './FolderChooser';
import { labels } from './words';

// A path that was typed over a selected text was joined to the folder that had just been read.
test('a folder that is read after the box has the focus does not change the text under the caret', async () => {
  answering({
    'folders/places': [],
    'folders/inside?path=%2Fpictures%2Fgone': {
      path: '/pictures',
      above: null,
      folders: [],
      pictures: 2,
      truncated: false,
    },
  });
  show(<FolderChooser title="Pictures" from="/pictures/gone" onChoose={jest.fn()} onClose={jest.fn()} />);
  const box = screen.getByLabelText<HTMLInputElement>(labels.pathOfTheFolder);
  expect(box.value).toBe('/pictures/gone');
  fireEvent.focus(box);
  await waitFor(() => expect(screen.getByText('2 pictures')).toBeTruthy());
  expect(box.value).toBe('/pictures/gone');
});
