import { Select as Plain, type Primitive, type SelectProps } from '@mantine/core'
import { useCalm } from './calm'

/**
 * A field with a list of choices. The list is made when a finger or the focus comes to the field,
 * hidden and in small pieces, so that the press that opens it has only to show it.
 */
export function Select<V extends Primitive = string>({
  comboboxProps,
  onPointerEnter,
  onFocus,
  ...rest
}: SelectProps<V>) {
  const [near, setNear] = useCalm(false)
  return (
    <Plain
      {...rest}
      comboboxProps={{ keepMounted: near, ...comboboxProps }}
      onPointerEnter={(e) => {
        setNear(true)
        onPointerEnter?.(e)
      }}
      onFocus={(e) => {
        setNear(true)
        onFocus?.(e)
      }}
    />
  )
}
