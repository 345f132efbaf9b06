import { type InputHTMLAttributes, type ReactNode, type Ref, useId } from "react";

interface FieldProps extends InputHTMLAttributes<HTMLInputElement> {
  label: string;
  /** Shown under the field, over what is there but in a window, and told to screen readers. */
  fault?: string | undefined;
  mono?: boolean;
  ref?: Ref<HTMLInputElement>;
  wrapperClassName?: string;
  /** Stands at the right end of the label's line. */
  aside?: ReactNode;
}

export function Field({
  label,
  fault,
  mono = false,
  className = "",
  wrapperClassName = "",
  aside,
  ...rest
}: FieldProps) {
  const id = useId();
  return (
    <div className={`relative grid min-w-0 content-start gap-[3px] ${wrapperClassName}`}>
      <span className="flex items-center justify-between gap-1 text-tiny text-soft">
        <label htmlFor={id} className="truncate">
          {label}
        </label>
        {aside}
      </span>
      <input
        id={id}
        className={`field ${mono ? "font-mono" : ""} ${className}`}
        autoComplete="off"
        spellCheck={false}
        aria-invalid={fault !== undefined}
        aria-describedby={fault === undefined ? undefined : `${id}-fault`}
        {...rest}
      />
      {fault !== undefined && (
        <p
          id={`${id}-fault`}
          role="alert"
          className="absolute top-full z-20 mt-1 w-max max-w-80 rounded-field bg-stop-wash px-2 py-1 text-base text-stop shadow-md in-data-window:static in-data-window:mt-0 in-data-window:w-auto in-data-window:max-w-none in-data-window:shadow-none"
        >
          {fault}
        </p>
      )}
    </div>
  );
}
