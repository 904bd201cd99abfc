import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { useState } from "react";
import { MENU_BUTTON } from "./menuButton";
import { applyTheme, readTheme, type Theme } from "./theme";

const THEMES: { theme: Theme; says: string }[] = [
  { theme: "", says: "As the system" },
  { theme: "light", says: "Light" },
  { theme: "dark", says: "Dark" },
];

export function UserMenu(props: { name: string; role?: string; isAdministrator?: boolean }) {
  const [theme, setTheme] = useState(readTheme);
  const item =
    "block w-full px-3 py-1.5 text-left text-ink no-underline data-focus:bg-work-soft cursor-pointer";
  return (
    <Menu>
      <MenuButton className={MENU_BUTTON}>{props.name}</MenuButton>
      <MenuItems
        anchor="bottom end"
        className="z-20 w-52 border border-hair-strong bg-sheet shadow-md"
      >
        <p className="px-3 pt-2 text-[0.75rem] text-soft">{props.role}</p>
        {THEMES.map((each) => (
          <MenuItem key={each.theme}>
            <button
              type="button"
              className={item}
              aria-current={theme === each.theme}
              onClick={() => {
                applyTheme(each.theme);
                setTheme(each.theme);
              }}
            >
              {each.says}
              {theme === each.theme && <span className="text-soft"> (now)</span>}
            </button>
          </MenuItem>
        ))}
        <MenuItem>
          <a className={`${item} border-t border-hair`} href="/account">
            Your account
          </a>
        </MenuItem>
        <MenuItem>
          <a className={item} href="/people">
            People and codenames
          </a>
        </MenuItem>
        {props.isAdministrator && (
          <MenuItem>
            <a className={item} href="/admin/">
              Stored data
            </a>
          </MenuItem>
        )}
        <MenuItem>
          <button type="button" className={`${item} border-t border-hair`} onClick={signOut}>
            Sign out
          </button>
        </MenuItem>
      </MenuItems>
    </Menu>
  );
}

/** Signing out is a form of the site, so that it works with its own protection. */
function signOut() {
  const form = document.createElement("form");
  form.method = "post";
  form.action = "/logout";
  const token = document.createElement("input");
  token.name = "csrfmiddlewaretoken";
  token.value = document.cookie.match(/(?:^|; )csrftoken=([^;]+)/)?.[1] ?? "";
  form.append(token);
  document.body.append(form);
  form.submit();
}
