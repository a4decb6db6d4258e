import { createTheme, type MantineColorsTuple } from '@mantine/core'

// Teal for what can be touched. Doubt and wrong have their own ink in ink.css; nothing is told by colour alone.
const touch: MantineColorsTuple = [
  '#e6f4f1',
  '#cfe8e3',
  '#a3d3ca',
  '#6fbbae',
  '#3f9f90',
  '#1c8273',
  '#0b6b5f',
  '#08574d',
  '#06453d',
  '#04332d',
]

export const theme = createTheme({
  primaryColor: 'touch',
  primaryShade: { light: 6, dark: 3 },
  autoContrast: true,
  colors: { touch },
  fontFamily: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
  fontFamilyMonospace: "'Atkinson Hyperlegible Mono Variable', ui-monospace, monospace",
  headings: {
    fontFamily: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
    fontWeight: '700',
  },
  defaultRadius: 3,
  cursorType: 'pointer',
  respectReducedMotion: true,
  // 44 px for a gloved finger
  components: {
    Button: { defaultProps: { size: 'md', h: 44, variant: 'filled' } },
    ActionIcon: { defaultProps: { size: 44, variant: 'subtle' } },
    TextInput: { defaultProps: { size: 'md' } },
    Select: { defaultProps: { size: 'md', allowDeselect: false } },
    NativeSelect: { defaultProps: { size: 'md' } },
    Textarea: { defaultProps: { size: 'md' } },
    SegmentedControl: { defaultProps: { size: 'md' } },
    Checkbox: { defaultProps: { size: 'md' } },
  },
})
