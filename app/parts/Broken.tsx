import { Button } from '@mantine/core'
import { isRouteErrorResponse, Link, useRouteError } from 'react-router'

/** What stands in place of a page that failed or does not exist. Saved work is untouched by it. */
export function Broken() {
  const error = useRouteError()
  const message =
    error === undefined || error === null || isRouteErrorResponse(error)
      ? 'There is no such page.'
      : `This page failed: ${(error as Error).message}. Your work is saved; reload, or go back to the list.`
  return (
    <section style={{ padding: 24, maxWidth: 640 }}>
      <h1>Not here</h1>
      <p role="alert">{message}</p>
      <Button component={Link} to="/builds">
        List of builds
      </Button>
    </section>
  )
}
