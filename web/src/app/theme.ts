import { createTheme, type CSSVariablesResolver, type MantineColorsTuple } from '@mantine/core'
import { LIST_MAX_PX } from '../base/roomFor'

const ink: MantineColorsTuple = [
  '#FCF9F1',
  '#F4EEE0',
  '#EAE2CF',
  '#D8CEB8',
  '#B4AA94',
  '#8B8370',
  '#676050',
  '#454137',
  '#2E2B25',
  '#1B1A17',
]
const left: MantineColorsTuple = [
  '#EDF4F6',
  '#CFE1E6',
  '#A8C9D3',
  '#7FB0C0',
  '#5897AC',
  '#377F9A',
  '#1F6D8C',
  '#0E5F82',
  '#0B4E6B',
  '#083D54',
]
const right: MantineColorsTuple = [
  '#FBF1E7',
  '#F4DCC3',
  '#E8BC94',
  '#DA9A65',
  '#CB7B3D',
  '#BC6220',
  '#AE520D',
  '#A04500',
  '#843900',
  '#692D00',
]
const alarm: MantineColorsTuple = [
  '#FBEFF0',
  '#F6DEDF',
  '#E9B4BA',
  '#DA8793',
  '#CB5D70',
  '#BC3B54',
  '#AC2341',
  '#9A1030',
  '#7E0C27',
  '#63081E',
]
const font = '"Archivo Variable", Archivo, "Arial Narrow", sans-serif'

/**
 * A list of choices is scrolled by the browser: with bars drawn by the
 * parts, opening one took 40 ms more at a quarter of the speed.
 */
const LIST = {
  defaultProps: { withScrollArea: false },
  // As far from the right as from the left: without a scroll area nothing stands there.
  styles: { dropdown: { maxHeight: LIST_MAX_PX, overflowY: 'auto', paddingInlineEnd: 4 } },
} as const

export const deskTheme = createTheme({
  // Mantine's own grey is bluish; here every neutral is ink on paper.
  colors: { ink, left, right, alarm, gray: ink, dark: ink },
  primaryColor: 'ink',
  primaryShade: { light: 9, dark: 0 },
  autoContrast: true,
  white: '#FCF9F1',
  black: '#1B1A17',
  fontFamily: font,
  fontFamilyMonospace: font, // numbers use tabular figures, not a mono face
  fontSizes: { xs: '0.75rem', sm: '0.8125rem', md: '0.875rem', lg: '1rem', xl: '1.25rem' },
  lineHeights: { xs: '1.2', sm: '1.3', md: '1.4', lg: '1.35', xl: '1.2' },
  headings: {
    fontFamily: font,
    fontWeight: '700',
    sizes: {
      h1: { fontSize: '1.625rem', lineHeight: '1.1' },
      h2: { fontSize: '1.25rem', lineHeight: '1.2' },
      h3: { fontSize: '0.875rem', lineHeight: '1.25', fontWeight: '680' },
    },
  },
  spacing: { xs: '4px', sm: '8px', md: '12px', lg: '16px', xl: '24px' },
  radius: { xs: '2px', sm: '4px', md: '8px', lg: '14px', xl: '14px' },
  defaultRadius: 'sm',
  shadows: {
    xs: 'none',
    sm: 'none',
    md: '0 2px 0 #D8CEB8',
    lg: '0 2px 0 #D8CEB8',
    xl: '0 2px 0 #D8CEB8',
  },
  breakpoints: { xs: '30em', sm: '40em', md: '51em', lg: '64em', xl: '80em' },
  focusRing: 'auto',
  cursorType: 'pointer',
  respectReducedMotion: true,
  components: {
    Button: { defaultProps: { size: 'sm', fw: 600 } },
    Badge: { defaultProps: { variant: 'outline', color: 'ink.9', radius: 'xs', tt: 'none' } },
    Table: {
      defaultProps: {
        verticalSpacing: 4,
        horizontalSpacing: 8,
        borderColor: '#D8CEB8',
        highlightOnHoverColor: '#EAE2CF',
      },
    },
    Paper: { defaultProps: { radius: 'sm', withBorder: true, shadow: 'none' } },
    // The choices of a list are made when it is opened: four hundred time zones behind a closed one
    // held the page up for a third of a second on a slow tablet.
    // As wide as its field, it need not be moved aside.
    Combobox: {
      defaultProps: { keepMounted: false, middlewares: { flip: true, shift: false } },
    },
    // Where it opens is found once: each time more, the page is measured and the press waits.
    Popover: { defaultProps: { preventPositionChangeWhenVisible: false } },
    Select: LIST,
    MultiSelect: LIST,
    // Gone at once: what is typed next must not go into a dialog that is fading.
    Modal: {
      defaultProps: {
        closeButtonProps: { 'aria-label': 'Close' },
        transitionProps: { duration: 0 },
        // The page behind stays where it is; without its scrollbar all of it was measured anew.
        removeScrollProps: { removeScrollBar: false },
      },
    },
    Notification: { defaultProps: { closeButtonProps: { 'aria-label': 'Close' } } },
    SegmentedControl: { defaultProps: { color: 'ink.9' } },
    Tooltip: { defaultProps: { color: 'ink.9', openDelay: 300 } },
  },
  other: {
    width: { wide: '112%', text: '100%', data: '88%', digit: '78%', count: '86%' },
    hand: { left: '#0E5F82', leftTint: '#CFE1E6', right: '#A04500', rightTint: '#F4DCC3' },
    floor: {
      left: '#62C6F2',
      leftDeep: '#0A2C3B',
      right: '#FFA54F',
      rightDeep: '#3B2208',
      alarm: '#FF6F78',
    },
    spine: { demandAt: 0.7, leanMaxPx: 14 },
  },
})

export const cssVariablesResolver: CSSVariablesResolver = () => ({
  variables: { '--mano-demand-at': '70%' },
  light: {
    '--mantine-color-body': '#F4EEE0',
    '--mantine-color-text': '#1B1A17',
    '--mantine-color-dimmed': '#676050',
    '--mantine-color-default': '#FCF9F1',
    '--mantine-color-default-hover': '#EAE2CF',
    '--mantine-color-default-border': '#8B8370',
    '--mantine-color-error': '#9A1030',
  },
  dark: {
    '--mantine-color-body': '#0D0F0E',
    '--mantine-color-text': '#F5F2E9',
    '--mantine-color-dimmed': '#BDB8AA',
    '--mantine-color-default': '#181B19',
    '--mantine-color-default-border': '#767B73',
    '--mantine-color-error': '#FF6F78',
  },
})
