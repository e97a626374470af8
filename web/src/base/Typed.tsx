import { Input, type InputProps } from '@mantine/core'
import { startTransition, useState, type ComponentProps } from 'react'

interface Props
  extends Omit<ComponentProps<'input'>, keyof InputProps | 'value' | 'onChange'>, InputProps {
  value: string
  onChange: (text: string) => void
}

/**
 * A field of a large form: what is typed shows at once, the form follows in small pieces. Left, or
 * sent by Enter, it is told to the form before anything else.
 */
export function Typed({ value, onChange, onBlur, onKeyDown, ...rest }: Props) {
  const [text, setText] = useState<string | null>(null)
  const tell = () => text !== null && text !== value && onChange(text)
  return (
    <Input
      {...rest}
      value={text ?? value}
      onChange={(e) => {
        const now = e.currentTarget.value
        setText(now)
        startTransition(() => onChange(now))
      }}
      onKeyDown={(e) => {
        if (e.key === 'Enter') tell()
        onKeyDown?.(e)
      }}
      onBlur={(e) => {
        tell()
        setText(null)
        onBlur?.(e)
      }}
    />
  )
}
