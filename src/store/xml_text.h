// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <libxml/xmlreader.h>

#include <string>

/// Texts of libxml2 as our own: for the readers of this folder only.
namespace yarrin::xml {

[[nodiscard]] inline std::string textOf(const xmlChar* text) {
    const void* plain = text;
    return plain ? std::string(static_cast<const char*>(plain)) : std::string();
}

/// An attribute of the element at which a reader stands; empty where it has none of that name.
[[nodiscard]] inline std::string attribute(xmlTextReader* reader, const char* key) {
    const void* wanted = key;
    xmlChar* value = xmlTextReaderGetAttribute(reader, static_cast<const xmlChar*>(wanted));
    std::string text = textOf(value);
    xmlFree(value);
    return text;
}

} // namespace yarrin::xml
