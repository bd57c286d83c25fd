import { useEffect, useState } from 'react';
import { droppedFiles } from './dropped-files';
import { useLatest } from '../ui/use-latest';

/** Files dropped anywhere or pasted are handed on. Gives whether something is held over the window. */
export function useDrop(onFiles: (files: readonly File[]) => void): boolean {
  const [over, setOver] = useState(false);
  const hand = useLatest(onFiles);
  useEffect(() => {
    const carries = (event: DragEvent): boolean => [...(event.dataTransfer?.types ?? [])].includes('Files');
    const enter = (event: DragEvent): void => {
      if (!carries(event)) return;
      event.preventDefault();
      setOver(true);
    };
    const leave = (event: DragEvent): void => {
      if (event.relatedTarget === null) setOver(false);
    };
    const drop = (event: DragEvent): void => {
      if (!carries(event) || !event.dataTransfer) return;
      event.preventDefault();
      setOver(false);
      void droppedFiles(event.dataTransfer).then((files) => hand.current(files));
    };
    const paste = (event: ClipboardEvent): void => {
      const files = [...(event.clipboardData?.files ?? [])];
      if (files.length === 0) return;
      event.preventDefault();
      hand.current(
        files.map((file, i) =>
          file.name && file.name !== 'image.png'
            ? file
            : new File([file], `Pasted picture${files.length > 1 ? ` ${i + 1}` : ''}.png`, {
                type: file.type,
              }),
        ),
      );
    };
    window.addEventListener('dragenter', enter);
    window.addEventListener('dragover', enter);
    window.addEventListener('dragleave', leave);
    window.addEventListener('drop', drop);
    window.addEventListener('paste', paste);
    return () => {
      window.removeEventListener('dragenter', enter);
      window.removeEventListener('dragover', enter);
      window.removeEventListener('dragleave', leave);
      window.removeEventListener('drop', drop);
      window.removeEventListener('paste', paste);
    };
  }, [hand]);
  return over;
}
