'use client';

import { Dialog as Base, Portal } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { Button } from './button';

/** What a dialog does: it submits its form, or performs something. */
export interface DialogAction {
  words: string;
  /** The id of the form that the button submits. */
  form?: string;
  perform?: () => void;
  disabled?: boolean;
}

/** A dialog on paper: a title, a body, and its buttons: *Cancel* and its action, or a footer of its own. */
export function Dialog(props: {
  open: boolean;
  title: string;
  onClose: () => void;
  children: ReactNode;
  action?: DialogAction;
  footer?: ReactNode;
  width?: string;
}) {
  const footer = props.footer ?? (props.action && <CancelOr action={props.action} cancel={props.onClose} />);
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
            {footer && (
              <Base.Footer px="18px" pb="14px" pt={0} gap="8px">
                {footer}
              </Base.Footer>
            )}
          </Base.Content>
        </Base.Positioner>
      </Portal>
    </Base.Root>
  );
}

function CancelOr({ action, cancel }: { action: DialogAction; cancel: () => void }) {
  const { words, form, perform, disabled } = action;
  return (
    <>
      <Button type="button" onClick={cancel}>
        Cancel
      </Button>
      <Button look="primary" type={form ? 'submit' : 'button'} form={form} disabled={disabled} onClick={perform}>
        {words}
      </Button>
    </>
  );
}
