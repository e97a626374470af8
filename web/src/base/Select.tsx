import { startTransition, useEffect, useRef, useState, type CSSProperties } from 'react'
import { Select as Plain, type Primitive, type SelectProps } from '@mantine/core'
import { useMergedRef } from '@mantine/hooks'
import { roomFor } from './roomFor'

/**
 * A field with a list of choices. The list is made when a finger or the focus comes to the field,
 * hidden and in small pieces, so that the press that opens it has only to show it. Its place is
 * looked up once, by the press: worked out by the library it took half of the answer's time
 * (docs/decisions/0035).
 */
export function Select<V extends Primitive = string>({
  comboboxProps,
  onPointerEnter,
  onFocus,
  onKeyDown,
  onDropdownOpen,
  onDropdownClose,
  ref,
  ...rest
}: Omit<SelectProps<V>, 'styles'>) {
  const [home, setHome] = useState<HTMLElement | null>(null)
  const [place, setPlace] = useState<CSSProperties | null>(null)
  const field = useRef<HTMLInputElement>(null)
  const both = useMergedRef(field, ref)
  const open = place !== null
  useEffect(() => {
    if (!open) return undefined
    const follow = (e: Event) => {
      const el = field.current
      if (el && e.target instanceof Node && e.target.contains(el)) setPlace(roomFor(el))
    }
    const resized = () => field.current && setPlace(roomFor(field.current))
    window.addEventListener('scroll', follow, { capture: true, passive: true })
    window.addEventListener('resize', resized)
    return () => {
      window.removeEventListener('scroll', follow, { capture: true })
      window.removeEventListener('resize', resized)
    }
  }, [open])
  // Where a reader of the screen looks for it: with its page or dialog.
  const come = () =>
    setHome(field.current?.closest<HTMLElement>('main, [role=dialog]') ?? document.body)
  const near = () => startTransition(come)
  // To the library it stays closed and kept: so it works out no place and width of its own.
  const list = {
    ...comboboxProps,
    ...{ opened: false, width: 'auto', keepMounted: home !== null || open },
    ...(home ? { portalProps: { target: home } } : { withinPortal: false }),
  }
  return (
    <Plain
      {...rest}
      ref={both}
      styles={place ? { dropdown: place } : {}}
      comboboxProps={list}
      onPointerEnter={(e) => {
        near()
        onPointerEnter?.(e)
      }}
      onFocus={(e) => {
        near()
        onFocus?.(e)
      }}
      onKeyDown={(e) => {
        // The page does not go away under an open list.
        if (open && /^(Home|End|Page)/.test(e.key)) e.preventDefault()
        onKeyDown?.(e)
      }}
      onDropdownOpen={() => {
        come()
        if (field.current) setPlace(roomFor(field.current))
        onDropdownOpen?.()
      }}
      onDropdownClose={() => {
        setPlace(null)
        onDropdownClose?.()
      }}
    />
  )
}
