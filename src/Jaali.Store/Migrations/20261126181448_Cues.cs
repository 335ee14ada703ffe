using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Jaali.Store.Migrations
{
    /// <inheritdoc />
    public partial class Cues : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Cues",
                table: "Slides",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Runs",
                table: "Decks",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<double>(
                name: "WordsPerMinute",
                table: "Decks",
                type: "REAL",
                nullable: false,
                defaultValue: 130.0);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Cues",
                table: "Slides");

            migrationBuilder.DropColumn(
                name: "Runs",
                table: "Decks");

            migrationBuilder.DropColumn(
                name: "WordsPerMinute",
                table: "Decks");
        }
    }
}
