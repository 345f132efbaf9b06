// What reads certificates wants this to be there before it is loaded.
import "reflect-metadata";

export * from "@peculiar/x509";
