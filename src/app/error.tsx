'use client';

import { FailedPage } from '../ui/shell/page-notes';

export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return <FailedPage onRetry={reset} />;
}
