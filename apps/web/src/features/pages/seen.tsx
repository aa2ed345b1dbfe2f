import { useEffect, useRef, useState, type ReactNode } from 'react';

/** Shows what it holds once it comes into sight: a long list of miniatures costs only what is looked at. */
export function Seen({ className, children }: { className: string; children: () => ReactNode }) {
  const place = useRef<HTMLSpanElement>(null);
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    const observer = new IntersectionObserver(([entry]) => {
      if (entry?.isIntersecting) setSeen(true);
    });
    observer.observe(place.current!);
    return () => observer.disconnect();
  }, []);
  return (
    <span ref={place} className={className}>
      {seen && children()}
    </span>
  );
}
