import type { MakerAnswer } from '../../../core/rights/makers';
import { identityPartNames } from '../../../core/templates/identity';
import type { IdentityText } from '../../operations/identities/identities';
import { schema } from '../body';
import { baseVersion, object, text } from './parts';

const identity = {
  name: text(80),
  kind: { enum: ['person', 'business'] },
  parts: object(Object.fromEntries(identityPartNames.map((part) => [part, text(2000)])), []),
};

export const identityText = schema<IdentityText>(object(identity));

export const changedIdentity = schema<IdentityText & { baseVersion: number }>(
  object({ ...identity, baseVersion }),
);

export const makerAnswer = schema<{ name: string; answer: MakerAnswer }>(
  object({ name: text(2000), answer: { enum: ['me', 'leave', 'fill', 'unknown'] } }),
);
