import { type ReactNode, type Ref, type SelectHTMLAttributes, useId } from "react";
import { FaultText } from "./FaultText";

interface ChoiceProps extends SelectHTMLAttributes<HTMLSelectElement> {
  ref?: Ref<HTMLSelectElement>;
  label: string;
  /** The choices say what they are of: the label is for screen readers. */
  inline?: boolean;
  wrapperClassName?: string;
  fault?: string | undefined;
  children: ReactNode;
}

/** A labelled list to choose one of. */
export function Choice({
  label,
  inline = false,
  className = "",
  wrapperClassName = "",
  fault,
  children,
  ...rest
}: ChoiceProps) {
  const id = useId();
  return (
    <div className={`relative grid min-w-0 content-start gap-[3px] ${wrapperClassName}`}>
      <label htmlFor={id} className={inline ? "sr-only" : "truncate text-tiny text-soft"}>
        {label}
      </label>
      <select
        id={id}
        className={`field px-1 ${inline ? "h-7" : ""} ${className}`}
        aria-invalid={fault !== undefined}
        aria-describedby={fault === undefined ? undefined : `${id}-fault`}
        onKeyDown={(event) => {
          // As in every other field of a form.
          if (event.key !== "Enter" || event.currentTarget.form === null) return;
          event.preventDefault();
          event.currentTarget.form.requestSubmit();
        }}
        {...rest}
      >
        {children}
      </select>
      <FaultText id={`${id}-fault`} fault={fault} />
    </div>
  );
}
