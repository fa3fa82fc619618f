import { Link } from '@chakra-ui/react';

/** A paper that opens beside the page: a PDF, or a page to print. */
export function PaperLink({ href, children }: { href: string; children: string }) {
  return (
    <Link
      href={href}
      target="_blank"
      rel="noopener"
      color="accent"
      textDecoration="underline"
      fontWeight="600"
    >
      {children}
    </Link>
  );
}
