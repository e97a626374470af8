import { SegmentedControl, type SegmentedControlProps } from '@mantine/core'
import type { Wish } from '@mano/core/catalogue/tiers'

const CHOICES = [
  { value: 'favourite', label: 'Favourite' },
  { value: 'none', label: 'Neither' },
  { value: 'avoid', label: 'Avoid' },
] satisfies { value: Wish | 'none'; label: string }[]

/** Favourite, avoided or neither (null). */
export const WishPick = ({
  wish,
  onWish,
  ...more
}: { wish: Wish | null; onWish: (wish: Wish | null) => void } & Omit<
  SegmentedControlProps<Wish | 'none'>,
  'data' | 'value' | 'onChange'
>) => (
  <SegmentedControl<Wish | 'none'>
    {...more}
    value={wish ?? 'none'}
    data={CHOICES}
    onChange={(v) => onWish(v === 'none' ? null : v)}
  />
)
