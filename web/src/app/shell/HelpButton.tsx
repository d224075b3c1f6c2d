import { CircleHelp } from 'lucide-react';
import { IconButton } from '../../components/IconButton.tsx';
import { useAppDispatch } from '../store.ts';
import { helpToggled } from '../view.ts';

/** Opens the help on the screen that is shown. */
export function HelpButton() {
  const dispatch = useAppDispatch();
  return (
    <IconButton
      name="Help"
      hint="Help on this screen (F1)"
      onClick={() => dispatch(helpToggled(true))}
    >
      <CircleHelp size={18} />
    </IconButton>
  );
}
