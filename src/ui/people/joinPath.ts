/** Where invitations lead, which who has not signed in may see. */
export const JOIN_PATH = "/join";
