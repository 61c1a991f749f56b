import { useRef, type ReactNode } from 'react';
import { Button } from './button';

/** A button that lets files be chosen. The same file can be chosen twice in a row. */
export function FileButton({
  accept,
  multiple,
  testId,
  className,
  onFiles,
  children,
}: {
  accept: string;
  multiple?: boolean;
  testId?: string;
  className?: string;
  onFiles: (files: File[]) => void;
  children: ReactNode;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button className={className} onClick={() => input.current!.click()}>
        {children}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        multiple={multiple}
        accept={accept}
        data-testid={testId}
        onChange={(e) => {
          const files = [...(e.target.files ?? [])];
          e.target.value = '';
          if (files.length) onFiles(files);
        }}
      />
    </>
  );
}
