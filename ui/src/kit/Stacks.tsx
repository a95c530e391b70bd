import type { ComponentProps } from "react";
import { Heads } from "./Heads";

/** A table that is laid out as a few lines a row on a phone. Its roles are said out loud, for a browser forgets that
 *  something laid out otherwise is a table. */
export function Stacks({ of, className = "", children, ...rest }: { of: string[] } & ComponentProps<"table">) {
  return (
    <table role="table" className={`stacks w-full ${className}`} {...rest}>
      <Heads of={of} />
      <tbody role="rowgroup">{children}</tbody>
    </table>
  );
}

export function StackRow(props: ComponentProps<"tr">) {
  return <tr role="row" {...props} />;
}

/** `head` stands before the figure on a phone, where the heads are not seen. */
export function Cell({ head, ...rest }: { head?: string } & ComponentProps<"td">) {
  return <td role="cell" data-head={head} {...rest} />;
}
