'use client';

import { Dialog as Base, Portal } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** A dialog on paper: a title, a body, and its buttons. */
export function Dialog(props: {
  open: boolean;
  title: string;
  onClose: () => void;
  children: ReactNode;
  footer?: ReactNode;
  width?: string;
}) {
  return (
    <Base.Root open={props.open} onOpenChange={({ open }) => !open && props.onClose()} placement="center">
      <Portal>
        <Base.Backdrop bg="#22262E66" />
        <Base.Positioner>
          <Base.Content
            bg="card"
            color="ink"
            border="1px solid"
            borderColor="ink"
            borderRadius={0}
            maxWidth={props.width ?? '460px'}
            boxShadow="0 6px 24px #0003"
          >
            <Base.Header px="18px" pt="14px" pb="6px">
              <Base.Title fontSize="18px" fontWeight={600}>
                {props.title}
              </Base.Title>
            </Base.Header>
            <Base.Body px="18px" pb="14px">
              {props.children}
            </Base.Body>
            {props.footer && (
              <Base.Footer px="18px" pb="14px" pt={0} gap="8px">
                {props.footer}
              </Base.Footer>
            )}
          </Base.Content>
        </Base.Positioner>
      </Portal>
    </Base.Root>
  );
}
