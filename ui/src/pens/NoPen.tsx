import { Link } from "react-router";

/** What to do first where a part of the work needs a pen and there is none. */
export function NoPen({ what }: { what: string }) {
  return (
    <div className="max-w-xl pt-8">
      <p>
        {what} There is no pen yet: <Link to="/pens" className="line-button">ask for one</Link>, and it comes whole, drawn and judged.
      </p>
    </div>
  );
}
