/** @jest-environment jsdom */
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useRef, useState } from 'react';
import { Button, LinkButton, PrimaryButton } from './buttons';
import { Dialog } from './Dialog';
import { EmptyState } from './EmptyState';
import { Field } from './Field';
import { TextInput } from './inputs';
import { ListRow } from './ListRow';
import { Notice } from './Notice';
import { Section } from './Section';
import { show } from './testing';

test('a field names its control, so that a press on the name goes into it', async () => {
  show(
    <Field label="Your name" hint="as it is printed">
      <TextInput />
    </Field>,
  );
  await userEvent.click(screen.getByText('Your name'));
  expect(document.activeElement).toBe(screen.getByRole('textbox', { name: /Your name/ }));
  expect(screen.getByText('as it is printed')).toBeTruthy();
});

test('a field whose control has a name of its own adds none', () => {
  show(
    <Field label="Names" labelled>
      <TextInput aria-label="Names of the files" />
    </Field>,
  );
  expect(screen.getByRole('textbox', { name: 'Names of the files' })).toBeTruthy();
});

test.each([
  ['error', 'alert'],
  ['banner', 'alert'],
  ['warning', 'status'],
  ['info', 'status'],
] as const)('a notice of the kind %s is read aloud as %s', (kind, role) => {
  show(<Notice kind={kind}>The disk is full.</Notice>);
  expect(screen.getByRole(role).textContent).toBe('The disk is full.');
});

test('without words there is no alert, and the place of how things stand stays', () => {
  show(
    <>
      <Notice kind="error">{undefined}</Notice>
      <Notice kind="info">{''}</Notice>
    </>,
  );
  expect(screen.queryByRole('alert')).toBeNull();
  expect(screen.getByRole('status')).toBeTruthy();
});

test('a section has a heading, and its act beside it', () => {
  show(
    <Section title="Templates" words="What goes into pictures." act={<a href="/templates">All templates</a>}>
      <ListRow name={<a href="/t">Standing rights</a>} words="version 2" />
    </Section>,
  );
  expect(screen.getByRole('heading', { level: 2, name: 'Templates' })).toBeTruthy();
  expect(screen.getByRole('link', { name: 'All templates' })).toBeTruthy();
  expect(screen.getByText('version 2')).toBeTruthy();
});

test('an empty place leads to the next step', () => {
  show(
    <EmptyState title="No pictures yet" act={{ href: '/bring-in', words: 'Bring pictures in' }}>
      They stand here as a sheet.
    </EmptyState>,
  );
  expect(screen.getByRole('link', { name: 'Bring pictures in' }).getAttribute('href')).toBe('/bring-in');
});

test.each([
  ['PrimaryButton', PrimaryButton],
  ['Button', Button],
  ['LinkButton', LinkButton],
] as const)('%s works by mouse and keys, and not while it is disabled', async (_, Kind) => {
  const press = jest.fn();
  const { rerender } = show(
    <Kind type="button" onClick={press}>
      Embed
    </Kind>,
  );
  const button = screen.getByRole('button', { name: 'Embed' });
  await userEvent.click(button);
  button.focus();
  await userEvent.keyboard('{Enter} ');
  expect(press).toHaveBeenCalledTimes(3);
  rerender(
    <Kind type="button" disabled onClick={press}>
      Embed
    </Kind>,
  );
  await userEvent.click(button);
  expect(press).toHaveBeenCalledTimes(3);
});

function Opening() {
  const [open, setOpen] = useState(false);
  const opener = useRef<HTMLButtonElement>(null);
  return (
    <>
      <Button ref={opener} type="button" onClick={() => setOpen(true)}>
        Open
      </Button>
      {open && (
        <Dialog
          title="Undo this run"
          size="lg"
          acts={<Button type="button">Undo</Button>}
          onClose={() => setOpen(false)}
        >
          What it will do.
        </Dialog>
      )}
    </>
  );
}

test('a dialog is named by its title, and goes with Escape', async () => {
  show(<Opening />);
  await userEvent.click(screen.getByRole('button', { name: 'Open' }));
  expect(await screen.findByRole('dialog', { name: 'Undo this run' })).toBeTruthy();
  await userEvent.keyboard('{Escape}');
  expect(screen.queryByRole('dialog')).toBeNull();
});
