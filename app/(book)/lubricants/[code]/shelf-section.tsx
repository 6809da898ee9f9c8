import { Beside } from '@/components/beside';
import { LevelGlass } from '@/components/scales/level-glass';
import { Disclosure } from '@/components/ui/disclosure';
import { Section } from '@/components/ui/section';
import { counted, day, number, quantityOf } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { isGreaseKind } from '@/core/store/store-room';
import { type PlantDay, daysBetween } from '@/core/time/plant-day';
import type { LubricantPage } from '@/desk/read/store-room';
import { StockForm, StockMarks } from './stock-form';

/** The containers that are in the store room, and how far they reach. */
export function ShelfSection({
  lubricant,
  stock,
  need,
  today,
}: Pick<LubricantPage, 'lubricant' | 'stock' | 'need'> & { today: PlantDay }) {
  const unit = isGreaseKind(lubricant.kind) ? 'g' : 'L';
  const onShelf = stock.reduce((sum, { amount }) => sum + amount, 0);
  return (
    <Section
      id="shelf"
      title={
        <>
          On the shelf{' '}
          <span className="caption font-normal">
            <Beside>{stock.length > 0 ? quantityOf(onShelf, unit) : 'nothing'}</Beside>
          </span>
        </>
      }
    >
      {need && need.perYear > 0 && stock.length > 0 && (
        <LevelGlass
          share={onShelf / need.perYear}
          words={`Enough for ${number((12 * onShelf) / need.perYear, 1)} months of the plan`}
          unit="year"
        />
      )}
      <ul className="mt-2">
        {stock.map(({ id, batch, container, place, amount, receivedOn, openedOn, bestBeforeOn }) => (
          <li key={id} className="rule-t py-2">
            <p>
              <strong>
                <Beside>{quantityOf(amount, unit)}</Beside>
              </strong>{' '}
              {container}, batch {batch}
              {place && `, ${place}`}
            </p>
            <p className="caption">
              Received {day(receivedOn)}
              {openedOn
                ? `, opened ${day(openedOn)}, ${counted(daysBetween(openedOn, today), 'day')} ago`
                : `, unopened, ${counted(daysBetween(receivedOn, today), 'day')} old`}
              {bestBeforeOn && `, best before ${day(bestBeforeOn)}${bestBeforeOn < today ? ': past' : ''}`}
            </p>
            <WhoMay action="store">
              <StockMarks id={id} opened={openedOn != null} batch={batch} />
            </WhoMay>
          </li>
        ))}
      </ul>
      <WhoMay action="store">
        <Disclosure summary="Put a container on the shelf" className="no-print mt-2" open={stock.length === 0}>
          <div className="mt-3">
            <StockForm lubricantId={lubricant.id} today={today} unit={unit} />
          </div>
        </Disclosure>
      </WhoMay>
    </Section>
  );
}
