// Figures that follow from an element's settings, each opened into its steps: the failover window of a path, the check digit of a card.
import { plainText, settingKey } from '@green-lamp/core/name';
import { type Element, standing } from '@green-lamp/core/journal';
import { showFigure } from '@green-lamp/core/quantity';
import { failoverWindow, iccidCheck } from '@green-lamp/core/sums';
import { WorkedFigure } from '../../../../parts/WorkedFigure.tsx';
import type { Station } from '../../../../store/use-station.ts';

const windowWords = ({ least, most, value }: ReturnType<typeof failoverWindow>): string =>
  typeof value === 'number' && least !== undefined && most !== undefined
    ? `A dead path is seen after ${showFigure(least, 'ms')} to ${showFigure(most, 'ms')}, ${showFigure(value, 'ms')} on average`
    : 'When a dead path is seen can’t be worked out';

export const SheetFigures = ({ station, element }: { station: Station; element: Element }) => {
  const leaf = (param: string) => standing(station.state, settingKey(element.group, element.id, param));
  if (element.group === 'path') {
    const [every, misses, patience] = ['probeEvery', 'probeMisses', 'probePatience'].map((param) => leaf(param)?.value);
    if (typeof every !== 'number' || typeof misses !== 'number' || typeof patience !== 'number') return null;
    const worked = failoverWindow({ every, misses, patience }, leaf('probeEvery')?.origin);
    return <WorkedFigure worked={worked} head={windowWords(worked)} />;
  }
  const iccid = element.group === 'sim' ? leaf('iccid') : null;
  if (iccid == null || plainText(iccid.value) === '') return null;
  const worked = iccidCheck(plainText(iccid.value), iccid.origin);
  const agrees = worked.steps.at(-1)?.gives === 'agrees';
  return (
    <WorkedFigure
      worked={worked}
      head={
        worked.outside !== null
          ? 'The card number can’t be checked'
          : agrees
            ? 'The card number’s check digit agrees'
            : 'The card number’s check digit differs: read it again'
      }
    />
  );
};
