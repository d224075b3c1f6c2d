import { useRef } from 'react';

/** A page that is printed as soon as it is there, and is then put away. */
export function PrintedPage({
  title,
  html,
  onDone,
}: {
  title: string;
  html: string;
  onDone: () => void;
}) {
  const paper = useRef<HTMLIFrameElement>(null);
  return (
    <iframe
      hidden
      ref={paper}
      title={title}
      srcDoc={html}
      sandbox="allow-same-origin allow-modals"
      onLoad={() => {
        paper.current?.contentWindow?.print();
        onDone();
      }}
    />
  );
}
