'use client';

import { copyFormatIds, rowOf } from '@/core/deliver/copyFormats';
import type { DeliveryPlan } from '@/core/deliver/deliveryPlan';
import { Choice } from '../Choice';
import { formatWords, profileWords, qualityWords } from '../deliveryPlanWords';
import type { ChangeDeliveryPlan } from '../useDeliveryPlan';
import { labels } from '../words';
import { NumberLine, Tick, Way } from './parts';

interface Props {
  readonly deliveryPlan: DeliveryPlan;
  readonly change: ChangeDeliveryPlan;
}

/** What the copies are. */
export function FormatChoice({ deliveryPlan, change }: Props) {
  return (
    <Choice label="Format" words={formatWords(deliveryPlan.format)}>
      {copyFormatIds.map((format) => (
        <Way
          key={format}
          name="format"
          words={rowOf(format)?.name ?? 'as they are'}
          hint={rowOf(format)?.hint ?? 'the picture data is not touched; sidecars go along'}
          isChosen={deliveryPlan.format === format}
          onChoose={() => change({ format })}
        />
      ))}
    </Choice>
  );
}

const profiles: readonly (readonly [DeliveryPlan['profile'], string])[] = [
  ['srgb', 'right on every screen'],
  ['p3', 'more colours, for newer screens'],
  ['keep', 'as the picture has them'],
];

export function ProfileChoice({ deliveryPlan, change }: Props) {
  return (
    <Choice label="Colours" words={profileWords[deliveryPlan.profile]}>
      {profiles.map(([profile, hint]) => (
        <Way
          key={profile}
          name="profile"
          words={profileWords[profile]}
          hint={hint}
          isChosen={deliveryPlan.profile === profile}
          onChoose={() => change({ profile })}
        />
      ))}
    </Choice>
  );
}

const sharpenings = ['none', 'a little', 'as usual', 'a lot'] as const;

/** Quality, and the finer points of rendering. */
export function QualityChoice({ deliveryPlan, change }: Props) {
  const { format, mostKilobytes } = deliveryPlan;
  return (
    <Choice label={labels.quality} words={qualityWords(deliveryPlan)}>
      {rowOf(format)?.takesQuality && (
        <>
          <NumberLine
            label={labels.quality}
            unit="of 100"
            value={deliveryPlan.quality}
            least={1}
            most={100}
            onChange={(quality) => change({ quality: Math.round(quality) })}
          />
          <Tick
            words="at most so many kilobytes each"
            hint="the quality goes down until it is met"
            isOn={mostKilobytes > 0}
            onChange={(isOn) => change({ mostKilobytes: isOn ? 900 : 0 })}
          />
          {mostKilobytes > 0 && (
            <NumberLine
              label={labels.largestFile}
              unit="KB"
              value={mostKilobytes}
              least={1}
              most={1_000_000}
              onChange={(most) => change({ mostKilobytes: Math.round(most) })}
            />
          )}
        </>
      )}
      {rowOf(format)?.takesSixteenBits && (
        <Tick
          words={labels.n16BitsAChannel}
          isOn={deliveryPlan.bits === 16}
          onChange={(isOn) => change({ bits: isOn ? 16 : 8 })}
        />
      )}
      <fieldset>
        <legend>Sharpen for the smaller size</legend>
        {sharpenings.map((words, amount) => (
          <Way
            key={words}
            name="sharpening"
            words={words}
            isChosen={deliveryPlan.sharpening === amount}
            onChoose={() => change({ sharpening: amount as DeliveryPlan['sharpening'] })}
          />
        ))}
      </fieldset>
      <NumberLine
        label={labels.pixelsPerInch}
        unit="0 says nothing"
        value={deliveryPlan.perInch}
        least={0}
        most={10_000}
        onChange={(perInch) => change({ perInch: Math.round(perInch) })}
      />
    </Choice>
  );
}
