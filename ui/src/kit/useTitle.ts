/** The page's own name in the browser's tab and history: its heading, and the part of Ergamot it is in. */
import { useEffect } from "react";

/** Keep the title as the first heading on the page says, whenever that changes. */
export function useTitle(part: string) {
  useEffect(() => {
    const tell = () => {
      const heading = document.querySelector("main h1")?.textContent?.trim() ?? "";
      const names = [heading, part].filter((one, i, all) => one && all.indexOf(one) === i);
      const title = [...names, "Ergamot"].join(" · ");
      if (title !== document.title) document.title = title;
    };
    tell();
    const watched = new MutationObserver(tell);
    watched.observe(document.body, { childList: true, subtree: true, characterData: true });
    return () => watched.disconnect();
  }, [part]);
}
