import { type AlertFacts, spokenAlert } from "@/core/alert";

/** A voice that never begins, milliseconds. */
const BEGINS_WITHIN = 5000;

/** @throws why nothing is said */
export function speech(alert: AlertFacts): Promise<void> {
  return new Promise((resolve, reject) => {
    if (!("speechSynthesis" in window)) return reject(new Error("This browser has no voice."));
    const words = new SpeechSynthesisUtterance(spokenAlert(alert));
    words.lang = "en";
    const timer = setTimeout(() => {
      speechSynthesis.cancel();
      reject(new Error("This browser's voice does not begin: has this computer a voice for English?"));
    }, BEGINS_WITHIN);
    words.onstart = () => clearTimeout(timer);
    words.onend = () => resolve();
    words.onerror = ({ error }) => {
      clearTimeout(timer);
      reject(
        new Error(
          error === "not-allowed"
            ? "This browser holds its voice back until a key is pressed, or something is clicked, in this window."
            : `This browser's voice fails: ${error}.`,
        ),
      );
    };
    speechSynthesis.speak(words);
  });
}
