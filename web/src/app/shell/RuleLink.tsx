import { Ruler } from 'lucide-react';
import { useNavigate } from 'react-router';
import type { Plan } from '@caesura/core/plan';
import { IconButton } from '../../components/IconButton.tsx';
import { useAppSelector } from '../store.ts';

/** Opens the slide rule with what the open plan says filled in. */
export function RuleLink({ plan }: { plan: Plan }) {
  const navigate = useNavigate();
  const chosen = useAppSelector((state) => state.view.shots);
  const open = async () => {
    const { planValues } = await import('@caesura/core/rule');
    await navigate(`/rule?${new URLSearchParams(planValues(plan, [...chosen][0] ?? null))}`);
  };
  return (
    <IconButton
      name="Slide rule"
      hint="Slide rule with the values of this plan"
      onClick={() => void open()}
    >
      <Ruler size={17} />
    </IconButton>
  );
}
