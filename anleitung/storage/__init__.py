"""What any app may need to store things well."""
