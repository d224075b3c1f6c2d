import { Moon, Sun } from 'lucide-react';
import { Link } from 'react-router';
import { useTheme } from '../theme.ts';
import { IconButton } from '../../components/IconButton.tsx';

/** The mark and the name, leading to the list of plans. */
export function Brand() {
  return (
    <Link to="/plans" className="brand" title="All plans">
      <svg viewBox="0 0 20 22" width="20" height="22" aria-hidden="true">
        <path d="M2 21 8 1M11 21 17 1" />
      </svg>
      <span className="brand-name">Caesura</span>
    </Link>
  );
}

/** Day or night. */
export function ThemeSwitch() {
  const [theme, change] = useTheme();
  const label = theme === 'dark' ? 'Day theme' : 'Night theme';
  return (
    <IconButton name={label} onClick={change}>
      {theme === 'dark' ? <Sun size={17} /> : <Moon size={17} />}
    </IconButton>
  );
}
