/** How the button of the menu looks, before the menu is there and after. */
export const MENU_BUTTON = "cursor-pointer py-1";
