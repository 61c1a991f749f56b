import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import type { ReactNode } from 'react';

export function Modal({
  open,
  title,
  onClose,
  children,
  wide,
}: {
  open: boolean;
  title: string;
  onClose: () => void;
  children: ReactNode;
  wide?: boolean | 'very';
}) {
  return (
    <Dialog open={open} onClose={onClose} className="fixed inset-0 z-50">
      <div className="absolute inset-0 bg-ink/45" aria-hidden />
      <div className="absolute inset-0 flex items-start justify-center overflow-y-auto p-6 pt-[9vh]">
        <DialogPanel
          className={`w-full ${wide === 'very' ? 'max-w-[1080px]' : wide ? 'max-w-3xl' : 'max-w-lg'} rounded-md border border-edge bg-card p-5`}
        >
          <DialogTitle className="mb-3 font-display text-xl font-semibold">{title}</DialogTitle>
          {children}
        </DialogPanel>
      </div>
    </Dialog>
  );
}
