import { QuantityField } from '../ui/fields';
import { NoticeLine } from '../ui/notice';
import { WhenField } from './when-field';

/** What is to be known before anything is put into use. */
export const BeforeUse = ({ empty }: { empty: string | null }) => (
  <>
    {empty !== null && (
      <NoticeLine
        notice={{
          level: 'stop',
          text: `${empty} came empty: it is not started before it is filled to its mark. Say below what went in.`,
        }}
      />
    )}
    <NoticeLine
      notice={{
        level: 'caution',
        text: 'Writing this down permits nothing: the machine is put into use by the site’s own rules, by the people who may.',
      }}
    />
  </>
);

/** When something was put into use, by the clock and by the meter. */
export const SinceWhen = ({ timeZone }: { timeZone: string }) => (
  <>
    <WhenField timeZone={timeZone} />
    <QuantityField
      name="hours"
      label="At meter value"
      dimension="hours"
      hint="As the dial shows it, where there is one"
    />
  </>
);
