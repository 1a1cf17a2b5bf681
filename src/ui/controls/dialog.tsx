'use client';

import { Dialog as Base, Portal } from '@chakra-ui/react';
import { X } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from './button';

/** What a dialog does: it submits its form, or performs something. */
export interface DialogAction {
  words: string;
  /** The id of the form that the button submits. */
  form?: string;
  onPerform?: () => void;
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
  const footer = props.footer ?? (props.action && <CancelOr action={props.action} onCancel={props.onClose} />);
  return (
    <Base.Root open={props.open} onOpenChange={({ open }) => !open && props.onClose()}>
      <Portal>
        <Base.Backdrop />
        <Base.Positioner>
          <Base.Content maxWidth={props.width ?? '460px'}>
            <Base.Header>
              <Base.Title>{props.title}</Base.Title>
              <Base.CloseTrigger aria-label="Close">
                <X size={16} aria-hidden />
              </Base.CloseTrigger>
            </Base.Header>
            <Base.Body>{props.children}</Base.Body>
            {footer && <Base.Footer>{footer}</Base.Footer>}
          </Base.Content>
        </Base.Positioner>
      </Portal>
    </Base.Root>
  );
}

function CancelOr({ action, onCancel }: { action: DialogAction; onCancel: () => void }) {
  const { words, form, onPerform, disabled } = action;
  return (
    <>
      <Button type="button" onClick={onCancel}>
        Cancel
      </Button>
      <Button look="primary" type={form ? 'submit' : 'button'} form={form} disabled={disabled} onClick={onPerform}>
        {words}
      </Button>
    </>
  );
}
