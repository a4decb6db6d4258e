import { Button } from '@mantine/core'

/** Takes something out of a list, from its own line: small, and named by what it takes. */
export const RemoveButton = ({ of, onClick }: { of: string; onClick: () => void }) => (
  <Button variant="subtle" color="gray" h={36} px={8} aria-label={`Remove ${of}`} onClick={onClick}>
    Remove
  </Button>
)
