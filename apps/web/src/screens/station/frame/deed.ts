// The button of 'Next': the one press that does it, or that leads to where it is done.
import { useNavigate } from 'react-router';
import { useHotkeys } from 'react-hotkeys-hook';
import { lampWords } from '@green-lamp/core/name';
import { enteredOnDevice, restartedDevice } from '../../../commands/device.ts';
import { putBack } from '../../../commands/temporary.ts';
import type { Station } from '../../../store/use-station.ts';
import { useDoor } from '../door.ts';

export type Deed = { readonly label: string; readonly key: string; readonly why: string | null; readonly press: () => void };

export const useDeed = (station: Station): Deed | null => {
  const go = useNavigate();
  const { open } = useDoor(station);
  const { step, work } = station;
  const deedOf = (): Deed | null => {
    switch (step.do) {
      case 'stop':
        return {
          label: 'Go to the fields',
          key: 'F',
          why: null,
          press: () => void go(`/stations/${station.stream}/sheet?field=${step.finding.fields[0] ?? ''}`),
        };
      case 'restart':
      case 'enter': {
        const command = step.do === 'restart' ? restartedDevice : enteredOnDevice;
        const of = work.find(({ device }) => device === step.device);
        if (of === undefined) return null;
        return {
          label: command.label({ station, work: of }),
          key: command.key,
          why: command.run({ station, work: of }),
          press: () => {
            command.run({ station, work: of }, () => undefined);
          },
        };
      }
      case 'ask':
        return { label: 'Open Ask', key: 'O', why: null, press: () => void go(`/stations/${station.stream}/plan?part=ask`) };
      case 'put-back': {
        const of = { station, of: step.of };
        return {
          label: putBack.label(of),
          key: putBack.key,
          why: putBack.run(of),
          press: () => {
            putBack.run(of, () => undefined);
          },
        };
      }
      case 'lamp':
        return {
          label: `Open ${lampWords[step.result.lamp]}`,
          key: 'O',
          why: null,
          press: () => {
            open(step.result);
          },
        };
      case 'nothing':
        return null;
    }
  };
  const deed = deedOf();
  useHotkeys(deed?.key ?? 'F24', () => {
    if (deed?.why === null) deed.press();
  });
  return deed;
};
