namespace yarrin {}
