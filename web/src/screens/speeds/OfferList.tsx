import { Button } from 'react-bootstrap';
import { changeWords, type SpeedAnswer, type SpeedOffer } from '@caesura/core/edits';

/** What an answer changes, in one line. */
export function toldWords(answer: SpeedAnswer): string {
  const changes = changeWords(answer);
  const all = [...(answer.became ? [answer.became] : []), ...changes];
  return all.length > 0 ? all.join(', ') : 'nothing else changes';
}

/** What else could give way, each with what it changes. */
export function OfferList({
  offers,
  onTake,
}: {
  offers: readonly SpeedOffer[];
  onTake: (offer: SpeedOffer) => void;
}) {
  if (offers.length === 0) return null;
  return (
    <ul className="ask-offers">
      {offers.map((offer) => (
        <li key={offer.label}>
          <Button variant="link" size="sm" onClick={() => onTake(offer)}>
            {offer.label}
          </Button>{' '}
          {toldWords({ ...offer.answer, became: '' })}
        </li>
      ))}
    </ul>
  );
}
