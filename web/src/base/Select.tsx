import { startTransition, useEffect, useId, useRef, useState } from 'react'
import { Select as Plain, type Primitive, type SelectProps } from '@mantine/core'
import { useCallbackRef, useMergedRef } from '@mantine/hooks'
import { afterPaint } from './afterPaint'
import { roomFor } from './roomFor'

/**
 * A field with a list of choices. The list is made and laid out when a finger or the focus comes to
 * the field, unseen and in small pieces, so that the press that opens it has only to show it: that
 * is done at once, and the library, which goes through every choice anew, told once it is in sight.
 * Its place is looked up once, by the press: worked out by the library it took half of the answer's
 * time (docs/decisions/0035).
 */
export function Select<V extends Primitive = string>({
  comboboxProps,
  onPointerEnter,
  onPointerLeave,
  onFocus,
  onBlur,
  onKeyDown,
  onOptionSubmit,
  onDropdownOpen,
  onDropdownClose,
  ref,
  ...rest
}: Omit<SelectProps<V>, 'styles'>) {
  const [home, setHome] = useState<HTMLElement | null>(null)
  const [place, setPlace] = useState<ReturnType<typeof roomFor> | null>(null)
  const field = useRef<HTMLInputElement>(null)
  const id = useId()
  const shown = useRef<HTMLElement>(null)
  const both = useMergedRef(field, ref)
  const open = place !== null
  const made = () => home?.querySelector<HTMLElement>(`[data-list="${id}"]`)
  // Laid out unseen while a finger or the focus is at the field.
  const at = useRef(false)
  const lay = useCallbackRef(() => {
    const list = made()
    if (!at.current || open || shown.current || !list || !field.current) return
    Object.assign(list.style, roomFor(field.current), { visibility: 'hidden' })
  })
  const leave = () => {
    at.current = false
    const list = made()
    if (open || shown.current || !list) return
    Object.assign(list.style, { display: 'none', visibility: '' })
  }
  useEffect(() => afterPaint(lay), [lay, home, open])
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
  const near = () => {
    at.current = true
    if (home) lay()
    else startTransition(come)
  }
  const show = (el: HTMLElement) => {
    const room = roomFor(el)
    const list = made()
    if (!list) {
      come()
      setPlace(room)
      return
    }
    Object.assign(list.style, room, { visibility: '' })
    shown.current = list
    afterPaint(() => {
      if (shown.current === list) setPlace(room)
      shown.current = null
    })
  }
  // Left or chosen from before the library was told.
  const drop = () => {
    if (shown.current) shown.current.style.display = 'none'
    shown.current = null
  }
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
      attributes={{ dropdown: { 'data-list': id } }}
      comboboxProps={list}
      dropdownOpened={open}
      onPointerEnter={(e) => {
        near()
        onPointerEnter?.(e)
      }}
      onPointerLeave={(e) => {
        if (document.activeElement !== field.current) leave()
        onPointerLeave?.(e)
      }}
      onFocus={(e) => {
        near()
        onFocus?.(e)
      }}
      onBlur={(e) => {
        drop()
        leave()
        onBlur?.(e)
      }}
      onOptionSubmit={(v) => {
        drop()
        onOptionSubmit?.(v)
      }}
      onKeyDown={(e) => {
        // The page does not go away under an open list.
        if (open && /^(Home|End|Page)/.test(e.key)) e.preventDefault()
        onKeyDown?.(e)
      }}
      onDropdownOpen={() => {
        if (field.current) show(field.current)
        onDropdownOpen?.()
      }}
      onDropdownClose={() => {
        setPlace(null)
        onDropdownClose?.()
      }}
    />
  )
}
