import { Link } from 'react-router';

/**
 * What a screen shows that needs cuts while there are none: why, and the way to lay the film out.
 */
export const LayOutFirst = ({ title, why }: { title: string; why: string }) => (
  <div className="empty">
    <h2>{title}</h2>
    <p>{why} Lay the film out first.</p>
    <Link className="btn btn-outline-dark" to="../score">
      To Score
    </Link>
  </div>
);
