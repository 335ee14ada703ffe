using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Jaali.Store.Migrations
{
    /// <inheritdoc />
    public partial class CollectionTerms : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Terms",
                table: "Collections",
                type: "TEXT",
                nullable: false,
                defaultValue: "");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Terms",
                table: "Collections");
        }
    }
}
