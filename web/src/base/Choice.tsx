import { useState, type CSSProperties } from 'react'
import type { Primitive, SelectProps } from '@mantine/core'
import { useCallbackRef } from '@mantine/hooks'
import { afterPaint } from './afterPaint'
import { Select } from './Select'
import { typeAhead } from './typeAhead'

export interface Named<V> {
  value: V
  label: string
}
interface Group<V> {
  group: string
  items: Named<V>[]
}
interface Props<V extends Primitive> extends Omit<
  SelectProps<V>,
  'data' | 'value' | 'onChange' | 'allowDeselect' | 'styles'
> {
  data: readonly (Named<V> | Group<V>)[]
  value: V | null | undefined
  onChange: (value: V) => void
}

/** How far these keys go in a list; the page stays where it is. */
const PAGE = 7
const FAR: Readonly<Record<string, (at: number, last: number) => number>> = {
  Home: () => 0,
  End: (_, last) => last,
  PageUp: (at) => Math.max(0, at - PAGE),
  PageDown: (at, last) => Math.min(last, at + PAGE),
}

/** One of a list, of which one is always chosen; as wide as its longest choice. */
export function Choice<V extends Primitive>({
  data,
  value,
  onChange,
  className,
  style,
  onKeyDown,
  ...rest
}: Props<V>) {
  const names = data.flatMap((d) => ('items' in d ? d.items : [d]))
  const labels = names.map((n) => n.label)
  const [ahead] = useState(() => typeAhead(Date.now))
  const tell = useCallbackRef(onChange)
  const longest = Math.max(4, rest.placeholder?.length ?? 0, ...labels.map((l) => l.length))
  return (
    <Select
      {...rest}
      className={`choice ${className ?? ''}`}
      style={{ '--longest': longest, ...(style as CSSProperties) } as CSSProperties}
      allowDeselect={false}
      data={data}
      value={value ?? null}
      onChange={(v) => v !== null && onChange(v)}
      onKeyDown={(e) => {
        onKeyDown?.(e)
        if (e.ctrlKey || e.metaKey || e.altKey) return
        const at = names.findIndex((n) => n.value === value)
        const letter = e.key.length === 1 && e.key !== ' '
        const to = letter ? ahead(e.key, labels, at) : FAR[e.key]?.(at, names.length - 1)
        if (to === undefined) return
        if (!letter) e.preventDefault()
        const now = names[to]
        if (now && now.value !== value) afterPaint(() => tell(now.value))
      }}
    />
  )
}
